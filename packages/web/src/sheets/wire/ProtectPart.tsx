import { deviceText, type BareEnd, type Guard, type WireRun } from '@ivolt/core';
import { useUnits } from '../../job/hooks';
import { Heads } from '../../ui/Heads';
import { Cards, Note, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';

/** Fuses and breakers, where each stands and what it must bear. */
export function ProtectPart({
  runs,
  guards,
  bare,
}: {
  runs: readonly WireRun[];
  guards: readonly Guard[];
  bare: readonly BareEnd[];
}) {
  const show = useUnits();
  const reading = useReading();
  const guarded = runs.flatMap((run) => (run.device ? [{ run, device: run.device }] : []));
  const feeds = runs.filter(({ kind }) => kind === 'feed');
  if (guarded.length + feeds.length === 0) return null;
  // in the book a fuse stands with its run
  if (reading)
    return (
      <Section part="wire-protect" title="What protects it">
        <Guards of={guards} />
      </Section>
    );
  return (
    <Section part="wire-protect" title="What protects it">
      <Cards>
        <Table aria-label="Fuses, breakers and disconnects">
          <Heads of={['Run', 'It is', 'It stands', ['Poles'], ['Rated for'], ['Breaks, of asked']]} />
          <tbody>
            {feeds.map(({ key, name, many, highV, mostA }) => (
              <tr key={key}>
                <th scope="row" className="wide">
                  {name}
                </th>
                <td data-label="It is">DC disconnect {show(mostA, 'current')} or more</td>
                <td data-label="It stands">by the controller</td>
                <td className="n" data-label="Poles">
                  {2 * many}
                </td>
                <td className="n" data-label="Rated for">
                  {show(highV, 'voltage')} DC
                </td>
                <td className="n" data-label="Breaks, of asked">
                  –
                </td>
              </tr>
            ))}
            {guarded.map(({ run, device }) => (
              <tr key={run.key}>
                <th scope="row" className="wide">
                  {run.name}
                </th>
                <td data-label="It is">{deviceText(device, (amps) => show(amps, 'current'))}</td>
                <td data-label="It stands">
                  {device.at}
                  {run.opensFirst === null
                    ? ''
                    : run.opensFirst
                      ? '; opens before the main fuse'
                      : '; the main fuse may open with it'}
                </td>
                <td className="n" data-label="Poles">
                  {device.poles}
                </td>
                <td className="n" data-label="Rated for">
                  {show(device.highV, 'voltage')} {run.ac ? 'AC' : 'DC'}
                </td>
                <td className="n" data-label="Breaks, of asked">
                  {device.mustBreakA === null || device.breaksA === null ? (
                    '–'
                  ) : (
                    <span className={device.mustBreakA > device.breaksA ? 'bad' : undefined}>
                      {show(device.breaksA, 'current')} of {show(device.mustBreakA, 'current')}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Cards>
      <Note style={{ marginTop: 8 }}>
        Each stands where its wire begins. The nearest to a fault opens first where each fuse is at most half
        of the one before it.
      </Note>
      <Bare ends={bare} />
      {guards.length > 0 ? (
        <h3 style={{ fontSize: 15, margin: '16px 0 8px' }}>And beside the fuses</h3>
      ) : null}
      <Guards of={guards} />
    </Section>
  );
}

/** What practice and the codes ask for beside the fuses. */
const Guards = ({ of }: { of: readonly Guard[] }) => (
  <ul style={{ margin: 0, paddingLeft: 18 }}>
    {of.map(({ id, what, many, at, about }) => (
      <li key={id} style={{ marginBottom: 6, maxWidth: '72ch' }}>
        {`${many > 1 ? `${many} × ${what}` : `${what.charAt(0).toUpperCase()}${what.slice(1)}`}, ${at}. ${about}`}
      </li>
    ))}
  </ul>
);

/** Ends that no fuse stands before, and how long each may be: short ones to the millimetre, so that none is rounded up. */
function Bare({ ends }: { ends: readonly BareEnd[] }) {
  const show = useUnits();
  if (ends.length === 0) return null;
  return (
    <>
      <h3 style={{ fontSize: 15, margin: '16px 0 8px' }}>Ends without a fuse</h3>
      <ul style={{ margin: 0, paddingLeft: 18 }}>
        {ends.map(({ where, runs, mostM, why }) => (
          <li key={where + why} style={{ marginBottom: 6, maxWidth: '72ch' }}>
            {where}
            {mostM === null ? null : (
              <>
                , at most <b>{mostM < 1 ? show(1000 * mostM, 'size') : show(mostM, 'distance')}</b>
              </>
            )}
            : {runs.join(', ')}. {`${why.charAt(0).toUpperCase()}${why.slice(1)}.`}
          </li>
        ))}
      </ul>
    </>
  );
}
