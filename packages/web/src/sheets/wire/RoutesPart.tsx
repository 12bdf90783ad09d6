import { inOrder, SURROUNDINGS, type Raceway, type Stretch, type Surroundings } from '@ivolt/core';
import { putValue } from '../../job/edits';
import { Pencil } from '../../job/fields/Pencil';
import { PencilText } from '../../job/fields/PencilWords';
import { TickField } from '../../job/fields/TickField';
import { useDesignPart, useEvaluation, useUnits } from '../../job/hooks';
import { useAppDispatch } from '../../job/store';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Commands, Select, type Choice } from '../../ui/Opener';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { addStretch, removeStretch } from './useWireEdits';

const LIES = (Object.keys(SURROUNDINGS) as Surroundings[]).map((id): Choice<Surroundings> => ({
  id,
  label: SURROUNDINGS[id],
}));
const RACEWAYS: readonly Choice<Raceway>[] = [
  { id: 'none', label: 'no pipe' },
  { id: 'plastic', label: 'plastic pipe' },
  { id: 'steel', label: 'steel pipe' },
];

/** Stretches that runs share: changed once, changed for all that run through. */
export function RoutesPart() {
  const dispatch = useAppDispatch();
  const { stretches } = useDesignPart('wiring');
  const reading = useReading();
  const all = inOrder(stretches);
  if (reading && all.length === 0) return null;
  return (
    <Section part="wire-routes" title="Stretches of the routes">
      {all.length === 0 ? (
        <Note>
          None yet. A trench, a pipe down the wall or the way through a locker, measured once, serves every
          run that is laid in it.
        </Note>
      ) : (
        all.map(([id, stretch]) => <OneStretch key={id} id={id} stretch={stretch} />)
      )}
      <Row className="screen" style={{ marginTop: 12 }}>
        <Action
          onPress={() =>
            dispatch(addStretch(null, 10, { name: 'Trench', surroundings: 'trench', raceway: 'plastic' }))
          }
        >
          Add a trench
        </Action>
        <Action onPress={() => dispatch(addStretch(null, 5, {}))}>Add a stretch</Action>
      </Row>
    </Section>
  );
}

function OneStretch({ id, stretch }: { id: string; stretch: Stretch }) {
  const dispatch = useAppDispatch();
  const show = useUnits();
  const wire = useEvaluation()?.wire;
  const facts = wire?.stretches.find((each) => each.id === id);
  const path = `/wiring/stretches/${id}`;
  const put = (key: string, label: string, value: unknown, session?: string) =>
    dispatch(putValue(label, `${path}/${key}`, value, session));
  const names = facts?.circuits.map((key) => wire?.runs.find((run) => run.key === key)?.name ?? key) ?? [];
  const buried = stretch.surroundings === 'trench';
  if (useReading())
    return (
      <p>
        {`${stretch.name || 'Unnamed stretch'}: ${show(stretch.length.value, 'distance')} ${SURROUNDINGS[stretch.surroundings]}${stretch.raceway === 'none' ? '' : `, ${stretch.raceway} pipe ${facts?.fill?.pipe ?? ''}`}${buried && stretch.depth ? `, cover ${show(stretch.depth.value, 'size')}` : ''}. ${names.join(', ')}.`}
      </p>
    );
  return (
    <div style={{ marginTop: 14 }} data-stretch={id}>
      <Row>
        <PencilText
          label="Called"
          value={stretch.name}
          chars={16}
          onChange={(name, session) => put('name', 'Rename the stretch', name, session)}
        />
        <Pencil path={`${path}/length`} />
        <Select
          label="Lies"
          value={stretch.surroundings}
          choices={LIES}
          onChange={(lies) => put('surroundings', 'Change where it lies', lies)}
        />
        <Select
          label="In"
          value={stretch.raceway}
          choices={RACEWAYS}
          onChange={(raceway) => put('raceway', 'Change its pipe', raceway)}
        />
        <Pencil path={`${path}/ambient`} optional quiet fallback={facts?.ambientC ?? null} />
        {stretch.raceway === 'none' ? null : (
          <Pencil path={`${path}/bends`} optional quiet fallback={facts?.pull?.bends ?? null} />
        )}
        {buried ? <Pencil path={`${path}/depth`} optional quiet fallback={facts?.coverMm ?? null} /> : null}
        <div className="screen" style={{ alignSelf: 'end' }}>
          <Commands
            label={`More for ${stretch.name || 'the stretch'}`}
            sign="⋯"
            commands={[{ id: 'delete', label: 'Delete' }]}
            onChoose={() => dispatch(removeStretch(id))}
          />
        </div>
      </Row>
      {buried ? (
        <div style={{ marginTop: 8 }}>
          <TickField path={`${path}/traffic`} says={['Vehicles pass over it', 'Nothing passes over it']}>
            Vehicles pass over it
          </TickField>
        </div>
      ) : null}
      <Note style={{ marginTop: 6 }}>
        {names.length === 0 ? 'Nothing runs through it yet.' : `Through it: ${names.join(', ')}.`}
        {facts?.fill
          ? ` ${facts.fill.conductors} conductors: ${facts.fill.pipe ? `a pipe of ${facts.fill.pipe}, ${show(100 * facts.fill.share, 'percent')} full` : 'more than one pipe holds'}.`
          : ''}
        {facts?.pull
          ? ` ${facts.pull.points > 0 ? `${facts.pull.points} ${facts.pull.points === 1 ? 'box' : 'boxes'} to pull from between its ends` : 'Pulled in one go'}, ${facts.pull.bends === 1 ? 'one quarter bend' : `${facts.pull.bends} quarter bends`} on its way and no more than four from one place to pull to the next, and a rope left in it.${facts.pull.plugsPass === false ? ' Panels’ plugs do not pass: they go on after the pull, plus and minus marked first.' : ''}`
          : ''}
        {facts?.coverMm
          ? ` At least ${show(facts.coverMm, 'size')} of cover, warning tape 0.3 m above it.`
          : ''}
      </Note>
    </div>
  );
}
