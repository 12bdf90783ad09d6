import { CAUTIONS, SHEETS, SHEET_NAMES, inOrder, type Sheet } from '@ivolt/core';
import { useEffect, type ComponentType } from 'react';
import { useStore } from 'react-redux';
import { Link, useParams } from 'react-router';
import { styled } from 'styled-components';
import { useAppSelector, type AppStore } from '../job/store';
import { ArrayParts, ArraySheet } from '../sheets/array/ArraySheet';
import { BankSheet } from '../sheets/bank/BankSheet';
import { CoverSheet } from '../sheets/cover/CoverSheet';
import { PlaceSheet } from '../sheets/place/PlaceSheet';
import { StringsParts, StringsSheet } from '../sheets/strings/StringsSheet';
import { WholeTable } from '../sheets/common/wholeTable';
import { UsesSheet } from '../sheets/uses/UsesSheet';
import { Hidden, Primary } from '../ui/controls';
import { Note, Title } from '../ui/layout';
import { color, font } from '../ui/tokens';
import { FindingList } from '../job/Findings';
import { ArrayScope } from '../job/hooks';
import { openJob } from '../job/saving';
import { Thinker } from '../job/thinking';
import { WorkingOf } from '../job/Working';

const Book = styled.main`
  max-width: 820px;
  margin: 0 auto;
  padding: 30px 28px 80px;
  > h1.book {
    font: 600 34px/1.1 ${font.slab};
    margin-bottom: 4px;
  }
  @media print {
    padding: 0;
    max-width: none;
  }
`;

const Leaf = styled.section`
  border-top: 1.5px solid ${color.ink};
  margin-top: 36px;
  padding-top: 20px;
  @media print {
    break-before: page;
    border: 0;
    margin: 0;
    padding: 0;
  }
`;

const Bar = styled.div`
  display: flex;
  gap: 22px;
  align-items: baseline;
  margin-bottom: 26px;
  @media print {
    display: none;
  }
`;

const Workings = styled.div`
  columns: 2;
  column-gap: 34px;
  margin-top: 18px;
  > div {
    break-inside: avoid;
    margin-bottom: 20px;
  }
  @media screen and (max-width: 700px) {
    columns: 1;
  }
`;

const PAGES: Readonly<Record<Sheet, ComponentType>> = {
  uses: UsesSheet,
  place: PlaceSheet,
  bank: BankSheet,
  array: ArraySheet,
  strings: StringsSheet,
};
/** What of a sheet stands in the book once for each array beside the first. */
const OF_EACH_ARRAY: Readonly<Partial<Record<Sheet, ComponentType>>> = {
  array: ArrayParts,
  strings: StringsParts,
};

function EachArray({
  ids,
  part: Part,
}: {
  ids: readonly (readonly [string, string])[];
  part: ComponentType;
}) {
  return ids.map(([id, name]) => (
    <ArrayScope key={id} value={id}>
      <OneArray>
        <h2>{name}</h2>
        <Part />
      </OneArray>
    </ArrayScope>
  ));
}

const OneArray = styled.div`
  border-top: 1px solid ${color.rule};
  margin-top: 30px;
  padding-top: 16px;
  > h2 {
    font-size: 21px;
    margin-bottom: 12px;
  }
  @media print {
    break-before: page;
  }
`;

/** The workings that go into the book, by sheet. */
const WORKINGS: Readonly<Record<Sheet, readonly string[]>> = {
  uses: ['load.heaviest', 'load.start'],
  place: ['climate.low', 'climate.high'],
  bank: ['bank.days', 'bank.need'],
  array: ['array.ratio', 'array.need'],
  strings: ['strings.cold', 'strings.hot', 'strings.isc', 'strings.power'],
};

/** The whole job to hand to a helper, an inspector or an electrician: every sheet with its findings, workings and cautions. */
export function BookPage() {
  const { id = '' } = useParams();
  const store = useStore() as AppStore;
  const status = useAppSelector(({ job }) => job.status);
  const design = useAppSelector(({ job }) => job.design);
  const evaluation = useAppSelector(({ job }) => job.evaluation);
  const name = design?.name;
  useEffect(() => {
    document.title = name ? `Book – ${name} – Ivolt` : 'Book – Ivolt';
  }, [name]);
  useEffect(() => {
    let thinker: Thinker | undefined;
    let closed = false;
    void openJob(store, id).then(() => {
      if (!closed && store.getState().job.status === 'ready') thinker = new Thinker(store);
    });
    return () => {
      closed = true;
      thinker?.close();
    };
  }, [store, id]);

  if (status === 'missing' || status === 'away') {
    return (
      <Book>
        <Title>{status === 'missing' ? 'There is no such job' : 'The server does not answer'}</Title>
        <Link to="/">All jobs</Link>
      </Book>
    );
  }
  if (!design || !evaluation) return <Book>Binding the book …</Book>;
  const others = inOrder(design.arrays)
    .slice(1)
    .map(([arrayId, { name }]) => [arrayId, name || 'Unnamed array'] as const);
  return (
    <Book>
      <Bar>
        <Primary onPress={() => window.print()}>Print</Primary>
        <Link to={`/jobs/${id}`}>Back to the bench</Link>
      </Bar>
      <h1 className="book">{design.name}</h1>
      <Note>
        {design.kind}, {design.busVolts} V. A planning document: local code, the authority having jurisdiction
        and a licensed electrician have the last word.
      </Note>
      <div inert style={{ marginTop: 24 }}>
        <WholeTable value>
          <CoverSheet />
          {SHEETS.map((sheet, index) => {
            const Page = PAGES[sheet];
            const findings = evaluation.findings.filter((finding) => finding.sheet === sheet);
            return (
              <Leaf key={sheet} aria-label={SHEET_NAMES[sheet]}>
                <Note>
                  {index + 1} · {SHEET_NAMES[sheet]}
                </Note>
                <Page />
                {others && OF_EACH_ARRAY[sheet] ? (
                  <EachArray ids={others} part={OF_EACH_ARRAY[sheet]} />
                ) : null}
                {findings.length > 0 ? (
                  <>
                    <Hidden as="h2">Findings</Hidden>
                    <FindingList findings={findings} />
                  </>
                ) : null}
                <Workings>
                  {WORKINGS[sheet].map((figureId) => {
                    const figure = evaluation.figures[figureId];
                    return figure ? (
                      <div key={figureId}>
                        <WorkingOf figure={figure} />
                      </div>
                    ) : null;
                  })}
                </Workings>
                {CAUTIONS[sheet].map(({ hazard, text }) => (
                  <Note key={hazard}>
                    <b>{hazard}.</b> {text}
                  </Note>
                ))}
              </Leaf>
            );
          })}
        </WholeTable>
      </div>
    </Book>
  );
}
