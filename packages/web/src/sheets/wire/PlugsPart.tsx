import type { Pin, PlugPiece, PlugPlan, WireRun } from '@ivolt/core';
import { PencilText } from '../../job/fields/PencilWords';
import { useDesign } from '../../job/hooks';
import { useAppDispatch } from '../../job/store';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Select, type Choice } from '../../ui/Opener';
import { planOf, sayOf } from './useWireEdits';

const PINS: readonly Choice<Pin>[] = [
  { id: 'pin', label: 'a pin' },
  { id: 'socket', label: 'a socket' },
];
const ENDS: readonly Choice<Pin | 'terminal'>[] = [...PINS, { id: 'terminal', label: 'a terminal' }];
const SWAPS: readonly Choice<'kept' | 'swapped' | 'unknown'>[] = [
  { id: 'unknown', label: 'not measured' },
  { id: 'kept', label: 'plus stays plus', about: 'by a meter' },
  { id: 'swapped', label: 'plus comes out as minus', about: 'by a meter' },
];
const SWAPPED = { kept: false, swapped: true, unknown: null } as const;
const wayOf = (swaps: boolean | null) => (swaps === null ? 'unknown' : swaps ? 'swapped' : 'kept');

/** Every plug of a feed: which end shows what, which pair meets which, and where plus goes. */
export function PlugsPart({ run }: { run: WireRun }) {
  const dispatch = useAppDispatch();
  const { plugs } = planOf(useDesign(), run.key);
  const put = (next: PlugPlan | null, what: string, session?: string) =>
    dispatch(sayOf(run.key, `${run.name}: ${what}`, { plugs: next }, session ?? null));
  if (!plugs)
    return (
      <Row className="screen" style={{ margin: '0 0 14px' }}>
        <Action onPress={() => put({ panels: 'pin', controller: null, pieces: [] }, 'its plugs')}>
          Plan its plugs and polarity
        </Action>
      </Row>
    );
  const { panels, pieces, controller } = plugs;
  const change = (at: number, parts: Partial<PlugPiece>, what: string, session?: string) =>
    put(
      { ...plugs, pieces: pieces.map((piece, i) => (i === at ? { ...piece, ...parts } : piece)) },
      what,
      session,
    );
  return (
    <>
      <h3 style={{ fontSize: 15, margin: '0 0 6px' }}>Plugs and polarity</h3>
      <Row>
        <Select
          label="Plus of the panels shows"
          value={panels}
          choices={PINS}
          onChange={(pin) => put({ ...plugs, panels: pin }, 'the panels’ plug')}
        />
        <Select
          label="The controller shows"
          value={controller ?? 'terminal'}
          choices={ENDS}
          onChange={(pin) =>
            put({ ...plugs, controller: pin === 'terminal' ? null : pin }, 'the controller’s plug')
          }
        />
      </Row>
      {pieces.map((piece, at) => (
        <Row key={at} style={{ marginTop: 10 }}>
          <PencilText
            label={`Piece ${at + 1}`}
            value={piece.name}
            chars={16}
            onChange={(name, session) => change(at, { name }, 'a piece renamed', session)}
          />
          <Select
            label="Its plus, towards the panels"
            value={piece.near}
            choices={PINS}
            onChange={(near) => change(at, { near }, 'a plug')}
          />
          <Select
            label="towards the controller"
            value={piece.far}
            choices={PINS}
            onChange={(far) => change(at, { far }, 'a plug')}
          />
          <Select
            label="The meter says"
            value={wayOf(piece.swaps)}
            choices={SWAPS}
            onChange={(way) => change(at, { swaps: SWAPPED[way] }, 'what the meter says')}
          />
          <Action
            onPress={() => put({ ...plugs, pieces: pieces.filter((_, i) => i !== at) }, 'a piece less')}
          >
            Take it out
          </Action>
        </Row>
      ))}
      <ol style={{ margin: '10px 0 0', paddingLeft: 20 }} aria-label={`Plugs of ${run.name}`}>
        {run.meetings.map(({ from, to, far, near, mates, plus }, at) => (
          <li key={at}>
            {`Plus of ${from} shows a ${far} and meets the ${near} of ${to}`}
            {mates ? '' : <b> – they do not mate</b>}
            {plus === '+' ? (
              '; plus is plus.'
            ) : plus === null ? (
              '; nobody measured before it.'
            ) : (
              <b>; plus is minus by here.</b>
            )}
          </li>
        ))}
      </ol>
      <Row className="screen" style={{ margin: '8px 0 14px' }}>
        {pieces.length < 8 ? (
          <Action
            onPress={() =>
              put(
                {
                  ...plugs,
                  pieces: [
                    ...pieces,
                    {
                      name: `Extension ${pieces.length + 1}`,
                      near: (pieces.at(-1)?.far ?? panels) === 'pin' ? 'socket' : 'pin',
                      far: pieces.at(-1)?.far ?? panels,
                      swaps: null,
                    },
                  ],
                },
                'a piece more',
              )
            }
          >
            Add an extension, adapter or box
          </Action>
        ) : null}
        <Action onPress={() => put(null, 'no plan of its plugs')}>Forget the plugs</Action>
      </Row>
      <Note style={{ marginBottom: 14 }}>
        Which plug a maker puts on plus is not to be relied on: measure every end before it is joined. An
        inline fuse may face either way and shifts nothing.
      </Note>
    </>
  );
}
