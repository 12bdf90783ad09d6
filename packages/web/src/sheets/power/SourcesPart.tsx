import {
  ALL_MONTHS,
  FUELS,
  inOrder,
  shortMonth,
  SOURCE_KINDS,
  sourceFigure,
  type BackupSource,
  type Fuel,
  type SourceKey,
  type SourceKind,
} from '@ivolt/core';
import { useState } from 'react';
import { putValue } from '../../job/edits';
import { InkFigure } from '../../job/fields/InkFigure';
import { Pencil } from '../../job/fields/Pencil';
import { PencilDate } from '../../job/fields/PencilDate';
import { PencilText } from '../../job/fields/PencilWords';
import { TickField } from '../../job/fields/TickField';
import { useDesignPart } from '../../job/hooks';
import { useAppDispatch } from '../../job/store';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Commands, Select, type Choice } from '../../ui/Opener';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { Tabs } from '../../ui/Tabs';
import { addSource, removeSource } from './usePowerEdits';

const KINDS = Object.keys(SOURCE_KINDS) as SourceKind[];
const FUEL_CHOICES = (Object.keys(FUELS) as Fuel[]).map((id): Choice<Fuel> => ({
  id,
  label: FUELS[id].name,
}));
/** Figures that stand first; the others follow under "More of it". */
const FIRST: Readonly<Record<SourceKind, readonly SourceKey[]>> = {
  generator: ['watts', 'chargeAmps', 'startAt', 'stopAt', 'quietFrom', 'quietTo', 'hoursAWeek'],
  alternator: ['amps', 'limitAmps'],
  shore: ['watts', 'chargeAmps'],
  turbine: [],
};

const ARTICLES: Readonly<Record<SourceKind, string>> = {
  generator: 'a ',
  alternator: 'an ',
  shore: '',
  turbine: 'a ',
};

/** What charges when the sun does not, one of them in full. */
export function SourcesPart() {
  const dispatch = useAppDispatch();
  const { sources } = useDesignPart('power');
  const [shown, setShown] = useState<string | null>(null);
  const reading = useReading();
  const inTurn = inOrder(sources);
  const add = (kind: SourceKind) => {
    const id = dispatch(addSource(kind));
    setShown(id);
    // the work goes on in its first field, once that is drawn
    requestAnimationFrame(() =>
      document.querySelector<HTMLElement>(`[data-source="${CSS.escape(id)}"] input`)?.focus(),
    );
  };
  const open = inTurn.find(([id]) => id === shown) ?? inTurn[0];
  return (
    <Section part="power-sources" title="What charges when the sun does not">
      {inTurn.length > 1 && !reading ? (
        <Tabs
          label="Sources"
          shown={open?.[0] ?? ''}
          onShow={setShown}
          tabs={inTurn.map(([id, { name, kind }]) => ({
            id,
            name: name || 'Unnamed',
            about: SOURCE_KINDS[kind].name,
          }))}
        />
      ) : null}
      {reading
        ? inTurn.map(([id, source]) => <OneSource key={id} id={id} source={source} />)
        : open && <OneSource key={open[0]} id={open[0]} source={open[1]} />}
      {inTurn.length === 0 ? (
        <Note>
          Only the sun so far. A generator, an engine’s alternator, shore power or a turbine carries the weeks
          that it does not.
        </Note>
      ) : null}
      <Row className="screen" style={{ marginTop: 14 }}>
        {KINDS.map((kind) => (
          <Action key={kind} onPress={() => add(kind)}>
            Add {ARTICLES[kind]}
            {SOURCE_KINDS[kind].name}
          </Action>
        ))}
      </Row>
    </Section>
  );
}

function OneSource({ id, source }: { id: string; source: BackupSource }) {
  const dispatch = useAppDispatch();
  const path = `/power/sources/${id}`;
  const { kind } = source;
  const first = FIRST[kind];
  const reading = useReading();
  // of the book only what was said
  const rest = SOURCE_KINDS[kind].asks.filter(
    (key) => !first.includes(key) && (!reading || source.given[key]),
  );
  const put = (key: string, label: string, value: unknown, session?: string) =>
    dispatch(putValue(label, `${path}/${key}`, value, session));
  const figure = (key: SourceKey) => (
    <Pencil key={key} path={`${path}/given/${key}`} optional fallback={sourceFigure(source, key)} />
  );
  return (
    <div style={{ marginTop: 12 }} data-source={id}>
      <Row>
        <PencilText
          label="Called"
          value={source.name}
          chars={16}
          onChange={(name, session) => put('name', 'Rename the source', name, session)}
        />
        {kind === 'generator' ? (
          <Select
            label="Burns"
            value={source.fuel}
            choices={FUEL_CHOICES}
            onChange={(fuel) => put('fuel', 'Change its fuel', fuel)}
          />
        ) : null}
        {first.map(figure)}
        <PencilDate
          place={`${path}/from`}
          label="There from"
          date={source.from}
          onChange={(date, session) => put('from', 'Change when it is there', date, session)}
        />
        <PencilDate
          place={`${path}/to`}
          label="until"
          date={source.to}
          onChange={(date, session) => put('to', 'Change when it is there', date, session)}
        />
        <div className="screen" style={{ alignSelf: 'end' }}>
          <Commands
            label={`More for ${source.name || 'the source'}`}
            sign="⋯"
            commands={[{ id: 'delete', label: 'Delete' }]}
            onChoose={() => dispatch(removeSource(id))}
          />
        </div>
      </Row>
      {kind === 'generator' ? (
        <div style={{ marginTop: 12 }}>
          <TickField
            path={`${path}/automatic`}
            says={[`${source.name || 'It'} starts by itself`, `${source.name || 'It'} is started by hand`]}
          >
            It starts by itself at that state of charge
          </TickField>
        </div>
      ) : null}
      <Row style={{ marginTop: 14 }}>
        {kind === 'turbine' ? null : <InkFigure id={`source.amps:${id}`} label="charges with" />}
        {kind === 'generator' ? (
          <>
            <InkFigure id={`source.asked:${id}`} label="should be rated" />
            <InkFigure id={`source.charge:${id}`} label="from start to stop" />
          </>
        ) : null}
      </Row>
      {rest.length > 0 ? (
        <Row style={{ marginTop: 14 }} aria-label="More of it">
          {rest.map(figure)}
        </Row>
      ) : null}
      {kind === 'alternator' || kind === 'turbine' ? <ByMonth path={path} source={source} /> : null}
    </div>
  );
}

/** Hours under way or energy given, month by month; empty months give nothing. */
function ByMonth({ path, source }: { path: string; source: BackupSource }) {
  const key = source.kind === 'alternator' ? 'hoursBy' : 'energyBy';
  const title = source.kind === 'alternator' ? 'Hours under way, a mean day of' : 'Given on a mean day of';
  return (
    <fieldset style={{ border: 0, margin: '14px 0 0', padding: 0 }}>
      <legend style={{ padding: 0, marginBottom: 6 }}>{title}</legend>
      <Row style={{ columnGap: 14 }}>
        {ALL_MONTHS.map((month) => (
          <Pencil
            key={month}
            path={`${path}/${key}/${month}`}
            label={shortMonth(month)}
            optional
            quiet
            chars={7}
            fallback={0}
          />
        ))}
      </Row>
    </fieldset>
  );
}
