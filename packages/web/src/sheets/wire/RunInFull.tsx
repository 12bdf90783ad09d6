import { inOrder, readSize, SURROUNDINGS, type SizeName, type WireRun } from '@ivolt/core';
import { PencilRead } from '../../job/fields/PencilRead';
import { InkFigure } from '../../job/fields/InkFigure';
import { Pencil } from '../../job/fields/Pencil';
import { PencilText } from '../../job/fields/PencilWords';
import { TickField } from '../../job/fields/TickField';
import { putValue } from '../../job/edits';
import { useDesign, useDesignPart, useUnits } from '../../job/hooks';
import { useAppDispatch } from '../../job/store';
import { Action } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { Commands, Select } from '../../ui/Opener';
import { Section } from '../../ui/Section';
import { PlugsPart } from './PlugsPart';
import { wireText } from './RunsTable';
import { addStretch, planOf, removeOwn, sayOf } from './useWireEdits';

type Wire = { size: SizeName; side: number } | null;

/** One run: what is known of it, its route, its wire, and the next sizes up. */
export function RunInFull({ run }: { run: WireRun }) {
  const dispatch = useAppDispatch();
  const design = useDesign();
  const show = useUnits();
  const plan = planOf(design, run.key);
  const path = `/wiring/circuits/${run.key}`;
  const own = /^own-(.+)$/.exec(run.key)?.[1];
  const wire: Wire = plan.size ? { size: plan.size, side: plan.side?.value ?? 1 } : null;
  return (
    <Section part="wire-run" title={`${run.name}, in full`}>
      <div data-path={path}>
        {own && design.wiring.own[own] ? <OwnFields id={own} /> : null}
        <Row>
          <PencilRead<Wire>
            key={run.key}
            place={`${path}/size`}
            label="Wire"
            chars={12}
            value={wire}
            show={(value) => wireText(value ?? run)}
            read={(text) => {
              if (text.trim() === '') return { ok: true, value: null };
              const read = readSize(text, design.units);
              return read.ok ? { ok: true, value: { size: read.size, side: read.side } } : read;
            }}
            onChange={(value, session) =>
              dispatch(
                sayOf(
                  run.key,
                  value ? `${run.name}: ${wireText(value)}` : `${run.name}: smallest wire`,
                  {
                    size: value?.size ?? null,
                    side: value && value.side > 1 ? { value: value.side, from: 'chosen' } : null,
                  },
                  session,
                ),
              )
            }
          />
          <Select
            label="Of"
            value={plan.metal}
            choices={[
              { id: 'copper', label: 'copper' },
              { id: 'aluminium', label: 'aluminium', about: 'a size or two thicker, and its own terminals' },
            ]}
            onChange={(metal) => dispatch(sayOf(run.key, `${run.name}: ${metal}`, { metal }))}
          />
          {run.device ? <Pencil path={`${path}/fuse`} optional quiet fallback={run.device.amps} /> : null}
          <InkFigure id={`wire:${run.key}`} label={`drop, of ${show(run.limitPct, 'percent')} allowed`} />
        </Row>
        <Note style={{ margin: '8px 0 16px' }}>
          {plan.size
            ? `Yours${run.least ? `; ${wireText({ size: run.least, side: 1 })} is the smallest that does` : ''}. Empty the field to take the smallest.`
            : 'The smallest that does. Type what is in the barn already, as 10 AWG, 6 mm² or 2x35, and it is judged.'}{' '}
          It carries {show(run.carriesA, 'current')} as it is laid, at {show(run.ambientC, 'temperature')}{' '}
          {SURROUNDINGS[run.warmest]}.
        </Note>
        <Route run={run} />
        {run.kind === 'feed' ? <PlugsPart run={run} /> : null}
        <Larger run={run} />
      </div>
    </Section>
  );
}

function OwnFields({ id }: { id: string }) {
  const dispatch = useAppDispatch();
  const { name } = useDesignPart('wiring').own[id] ?? { name: '' };
  const path = `/wiring/own/${id}`;
  return (
    <Row style={{ marginBottom: 14 }}>
      <PencilText
        label="Called"
        value={name}
        chars={18}
        onChange={(next, session) => dispatch(putValue('Rename the circuit', `${path}/name`, next, session))}
      />
      <Pencil path={`${path}/volts`} />
      <Pencil path={`${path}/amps`} />
      <TickField path={`${path}/ac`} says={['It is AC', 'It is DC']}>
        AC
      </TickField>
      <Action onPress={() => dispatch(removeOwn(id))}>Delete it</Action>
    </Row>
  );
}

/** The stretches it runs through, in their order. */
function Route({ run }: { run: WireRun }) {
  const dispatch = useAppDispatch();
  const design = useDesign();
  const show = useUnits();
  const { stretches } = design.wiring;
  const plan = planOf(design, run.key);
  const put = (path: string[], what: string) => dispatch(sayOf(run.key, `${run.name}: ${what}`, { path }));
  const others = inOrder(stretches).filter(([id]) => !plan.path.includes(id));
  return (
    <>
      <h3 style={{ fontSize: 15, margin: '0 0 6px' }}>Route</h3>
      {plan.path.length === 0 ? (
        <Note>No route yet: {show(run.lengthM, 'distance')} is taken.</Note>
      ) : (
        <ol style={{ margin: 0, paddingLeft: 20 }} aria-label={`Route of ${run.name}`}>
          {plan.path.map((id, place) => (
            <li key={id}>
              {stretches[id]?.name || 'Unnamed stretch'}, {show(stretches[id]?.length.value ?? 0, 'distance')}{' '}
              <Commands
                label={`More for ${stretches[id]?.name || 'the stretch'} on this route`}
                sign="⋯"
                commands={[
                  ...(place > 0 ? [{ id: 'up' as const, label: 'Earlier' }] : []),
                  { id: 'out' as const, label: 'Take it off this route' },
                ]}
                onChoose={(command) =>
                  command === 'up'
                    ? put(swapped(plan.path, place), 'order of its route')
                    : put(
                        plan.path.filter((other) => other !== id),
                        'shorter route',
                      )
                }
              />
            </li>
          ))}
        </ol>
      )}
      <Row className="screen" style={{ margin: '8px 0 16px' }}>
        {others.length > 0 ? (
          <Commands
            label={`Through a stretch there is, for ${run.name}`}
            sign="Through a stretch there is"
            look="words"
            commands={others.map(([id, { name }]) => ({ id, label: name || 'Unnamed stretch' }))}
            onChoose={(id) => put([...plan.path, id], 'one stretch more')}
          />
        ) : null}
        <Action
          onPress={() => {
            dispatch(
              addStretch(run.key, plan.path.length === 0 ? run.lengthM : 1, {
                surroundings: run.kind === 'feed' || run.kind === 'source' ? 'wall' : 'indoors',
              }),
            );
          }}
        >
          Through a new stretch
        </Action>
      </Row>
    </>
  );
}

function swapped(path: readonly string[], place: number): string[] {
  const next = [...path];
  const [a, b] = [next[place - 1], next[place]];
  if (a !== undefined && b !== undefined) [next[place - 1], next[place]] = [b, a];
  return next;
}

/** The next sizes up: what each costs, saves and leaves room for. */
function Larger({ run }: { run: WireRun }) {
  const dispatch = useAppDispatch();
  const show = useUnits();
  if (run.larger.length === 0) return null;
  return (
    <Scroll>
      <Table aria-label={`Next sizes up for ${run.name}`}>
        <Heads
          of={[
            'Next sizes up',
            ['Drop'],
            ['Conductor'],
            ['More money'],
            ['Saves a year'],
            ['Room to grow'],
            null,
          ]}
        />
        <tbody>
          {run.larger.map((row) => (
            <tr key={wireText(row)}>
              <th scope="row">{wireText(row)}</th>
              <td className="n">{show(row.dropPct, 'percent')}</td>
              <td className="n">{show(row.metres, 'distance')}</td>
              <td className="n">{show(row.moreMoney, 'money')}</td>
              <td className="n">{row.savesKWh === null ? '–' : show(1000 * row.savesKWh, 'energy')}</td>
              <td className="n">{row.room.toFixed(1)} ×</td>
              <td className="screen">
                <Action
                  onPress={() =>
                    dispatch(
                      sayOf(run.key, `${run.name}: ${wireText(row)}`, {
                        size: row.size as SizeName,
                        side: row.side > 1 ? { value: row.side, from: 'chosen' } : null,
                      }),
                    )
                  }
                >
                  Take it
                </Action>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Note style={{ marginTop: 6 }}>
        Room to grow: what it carries over what flows now. Size up once, and the run need not be opened for
        the next string.
      </Note>
    </Scroll>
  );
}
