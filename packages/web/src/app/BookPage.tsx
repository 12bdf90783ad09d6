import { CAUTIONS, SHEETS, SHEET_NAMES, inOrder, type Sheet } from '@ivolt/core';
import { memo, useEffect, useState, type ComponentType } from 'react';
import { useStore } from 'react-redux';
import { Link, useParams } from 'react-router';
import { css, styled } from 'styled-components';
import { useAppSelector, type AppStore } from '../job/store';
import { AlikeWidths } from '../charts/useWidth';
import { ArrayParts, ArraySheet } from '../sheets/array/ArraySheet';
import { BankSheet } from '../sheets/bank/BankSheet';
import { CoverSheet } from '../sheets/cover/CoverSheet';
import { PlaceSheet } from '../sheets/place/PlaceSheet';
import { PowerSheet } from '../sheets/power/PowerSheet';
import { OneLineSheet } from '../sheets/oneLine/OneLineSheet';
import { WireSheet } from '../sheets/wire/WireSheet';
import { StringsParts, StringsSheet } from '../sheets/strings/StringsSheet';
import { Reading } from '../ui/reading';
import { UsesSheet } from '../sheets/uses/UsesSheet';
import { Hidden, Primary } from '../ui/controls';
import { Note, Title } from '../ui/layout';
import { color, font } from '../ui/tokens';
import { FindingList } from '../job/Findings';
import { ArrayScope, useDesign, useEvaluation } from '../job/hooks';
import { openJob } from '../job/saving';
import { useComplete } from '../job/settled';
import { Thinker } from '../job/thinking';
import { useBound } from '../job/useBound';
import { WorkingOf } from '../job/Working';

const Book = styled.main`
  max-width: 820px;
  margin: 0 auto;
  padding: 30px 28px 80px;
  > h1.book {
    font: 600 34px/1.1 ${font.slab};
    margin-bottom: 4px;
  }
  .screen {
    display: none;
  }
  @media print {
    padding: 0;
    max-width: none;
  }
`;

/** Of a long book only what is in sight is laid out while it is bound; what hangs out of it a little is not cut. */
const whereSeen = (height: number) => css`
  @media screen {
    content-visibility: auto;
    contain-intrinsic-size: auto ${height}px;
    overflow-clip-margin: 28px;
  }
`;

const Leaf = styled.section`
  border-top: 1.5px solid ${color.ink};
  margin-top: 36px;
  padding-top: 20px;
  section {
    ${whereSeen(500)}
  }
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

const Contents = styled.nav`
  margin-top: 18px;
  ol {
    margin: 0;
    padding-left: 22px;
    columns: 2;
    max-width: 460px;
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
  power: PowerSheet,
  wire: WireSheet,
  'one-line': OneLineSheet,
};
/** What of a sheet stands in the book once for each array beside the first. */
const OF_EACH_ARRAY: Readonly<Partial<Record<Sheet, ComponentType>>> = {
  array: ArrayParts,
  strings: StringsParts,
};

function EachArray({ ids, part }: { ids: readonly (readonly [string, string])[]; part: ComponentType }) {
  const bound = useBound(ids.length);
  return ids.slice(0, bound).map(([id, name]) => <Bound key={id} id={id} name={name} part={part} />);
}

/** One array; those bound before are left alone when another is. */
const Bound = memo(function Bound({
  id,
  name,
  part: Part,
}: {
  id: string;
  name: string;
  part: ComponentType;
}) {
  return (
    <ArrayScope value={id}>
      <OneArray>
        <h2>{name}</h2>
        <Part />
      </OneArray>
    </ArrayScope>
  );
});

/** Prints when all of the book is there. */
function PrintBar({ id }: { id: string }) {
  const complete = useComplete();
  return (
    <Bar>
      <Primary isDisabled={!complete} onPress={() => window.print()}>
        {complete ? 'Print' : 'Binding …'}
      </Primary>
      <Link to={`/jobs/${id}`}>Back to the bench</Link>
    </Bar>
  );
}

const OneArray = styled.div`
  border-top: 1px solid ${color.rule};
  margin-top: 30px;
  padding-top: 16px;
  > h2 {
    font-size: 21px;
    margin-bottom: 12px;
  }
  ${whereSeen(2600)}
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
  power: ['power.continuous'],
  wire: ['wire.main'],
  'one-line': [],
};

/** The cover and every sheet, one after another. */
function Leaves() {
  const bound = useBound(1 + SHEETS.length);
  const [widths] = useState(() => new Map<number, number>());
  return (
    <AlikeWidths value={widths}>
      <div id="book-cover" />
      {bound > 0 ? <CoverSheet /> : null}
      {SHEETS.slice(0, Math.max(0, bound - 1)).map((sheet, index) => (
        <OneSheet key={sheet} sheet={sheet} number={index + 1} />
      ))}
    </AlikeWidths>
  );
}

/** A sheet with its arrays, its findings, the workings that matter and its cautions. */
const OneSheet = memo(function OneSheet({ sheet, number }: { sheet: Sheet; number: number }) {
  const design = useDesign();
  const evaluation = useEvaluation();
  const Page = PAGES[sheet];
  const findings = evaluation?.findings.filter((finding) => finding.sheet === sheet) ?? [];
  const others = inOrder(design.arrays)
    .slice(1)
    .map(([arrayId, { name }]) => [arrayId, name || 'Unnamed array'] as const);
  return (
    <Leaf id={`book-${sheet}`} aria-label={SHEET_NAMES[sheet]}>
      <Note>
        {number} · {SHEET_NAMES[sheet]}
      </Note>
      <Page />
      {OF_EACH_ARRAY[sheet] ? <EachArray ids={others} part={OF_EACH_ARRAY[sheet]} /> : null}
      {findings.length > 0 ? (
        <>
          <Hidden as="h2">Findings</Hidden>
          <FindingList findings={findings} />
        </>
      ) : null}
      <Workings>
        {WORKINGS[sheet].map((figureId) => {
          const figure = evaluation?.figures[figureId];
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
});

/** The whole job to hand to a helper, an inspector or an electrician: every sheet with its findings, workings and cautions. */
export function BookPage() {
  const { id = '' } = useParams();
  const store = useStore() as AppStore;
  const status = useAppSelector(({ job }) => job.status);
  const design = useAppSelector(({ job }) => job.design);
  const evaluated = useAppSelector(({ job }) => job.evaluation !== null);
  const name = design?.name;
  useEffect(() => {
    document.title = name ? `Book – ${name} – Ivolt` : 'Book – Ivolt';
  }, [name]);
  useEffect(() => {
    let thinker: Thinker | undefined;
    let closed = false;
    void openJob(store, id).then(() => {
      if (!closed && store.getState().job.status === 'ready') thinker = new Thinker(store, true);
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
  if (!design || !evaluated) return <Book>Binding the book …</Book>;
  return (
    <Book>
      <PrintBar id={id} />
      <h1 className="book">{design.name}</h1>
      <Note>
        {design.kind}, {design.busVolts} V. A planning document: local code, the authority having jurisdiction
        and a licensed electrician have the last word.
      </Note>
      <Contents aria-label="Contents">
        <ol>
          {[
            ['cover', 'Does it stand?'] as const,
            ...SHEETS.map((sheet) => [sheet, SHEET_NAMES[sheet]] as const),
          ].map(([to, words]) => (
            <li key={to}>
              <a href={`#book-${to}`}>{words}</a>
            </li>
          ))}
        </ol>
      </Contents>
      <div data-testid="book" style={{ marginTop: 24 }}>
        <Reading value>
          <Leaves />
        </Reading>
      </div>
    </Book>
  );
}
