import { displayFigure, joined, monthName, type Quantity, type UsesPicture } from '@ivolt/core';
import { useState } from 'react';
import { useAppDispatch } from '../../job/store';
import { DayHours } from '../../charts/DayHours';
import { applyRemedy } from '../../job/edits';
import { useDesignPart } from '../../job/hooks';
import { useReckoned, type Ask } from '../../job/useReckoned';
import { Action } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { Note, Scroll, Table } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { MonthStrip } from '../../ui/MonthStrip';

const ask: Ask<UsesPicture | null> = (core, design, grid) => core.uses(design, grid);

/** The day by the hour, what costs the most, what changing it would save, and what later stages ask for. */
export function DayPart() {
  const picture = useReckoned(ask, 'uses');
  if (!picture) return null;
  return (
    <>
      <Hours picture={picture} />
      <Costs picture={picture} />
      <Savings picture={picture} />
      <Stages picture={picture} />
    </>
  );
}

function useShown() {
  const units = useDesignPart('units');
  return (value: number, quantity: Quantity) => joined(displayFigure(value, quantity, units));
}

function Hours({ picture }: { picture: UsesPicture }) {
  const [shown, setShown] = useState<number | null>(null);
  const month = shown ?? picture.month;
  return (
    <Section part="uses-day" title={<>A day in {monthName(month)}, by the hour</>}>
      <MonthStrip label="Month of the day" month={month} onShow={setShown} />
      <DayHours groups={picture.groups} sun={picture.sun[month - 1] ?? null} month={month} />
      <Note style={{ marginTop: 4 }}>
        A mean day from the bank, solar hours.{' '}
        {picture.untimed > 0.005
          ? `${Math.round(picture.untimed * 100)} % of it has no hours yet and is spread over the day.`
          : 'All of it has its hours.'}
      </Note>
    </Section>
  );
}

const panels = (modules: number | null) => (modules === null ? '–' : modules.toFixed(1));

function Costs({ picture }: { picture: UsesPicture }) {
  const shown = useShown();
  return (
    <Section part="uses-costs" title="What costs the most">
      <Scroll>
        <Table aria-label="What each use costs" style={{ maxWidth: 640 }}>
          <Heads
            of={[`In ${monthName(picture.month)}`, ['A day'], ['Of all'], ['Panels'], ['Of the bank']]}
          />
          <tbody>
            {picture.costs.slice(0, 8).map(({ useId, name, wh, share, modules, bankWh }) => (
              <tr key={`${useId} ${name}`}>
                <th scope="row">{name}</th>
                <td className="n">{shown(wh, 'energy')}</td>
                <td className="n">{Math.round(share * 100)} %</td>
                <td className="n">{panels(modules)}</td>
                <td className="n">{shown(bankWh, 'energy')}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
    </Section>
  );
}

function Savings({ picture }: { picture: UsesPicture }) {
  const shown = useShown();
  const dispatch = useAppDispatch();
  if (picture.savings.length === 0) return null;
  return (
    <Section part="uses-savings" title="What changing it would save">
      <Scroll>
        <Table aria-label="What changing it would save" style={{ maxWidth: 720 }}>
          <Heads of={['Change', ['A day'], ['Panels'], ['Of the bank'], 'Try it']} />
          <tbody>
            {picture.savings.map(({ useId, name, what, why, savesWh, modules, bankWh, remedy }) => (
              <tr key={`${useId} ${what}`}>
                <th scope="row">
                  <b>{what}</b>: {name}
                  <Note as="span" style={{ display: 'block' }}>
                    {why}
                  </Note>
                </th>
                <td className="n">{shown(savesWh, 'energy')}</td>
                <td className="n">{panels(modules)}</td>
                <td className="n">{shown(bankWh, 'energy')}</td>
                <td>
                  {remedy ? (
                    <Action
                      reads
                      aria-label={`${remedy.label}: ${name}`}
                      onPress={() => dispatch(applyRemedy(name, remedy))}
                    >
                      {remedy.label}
                    </Action>
                  ) : (
                    '–'
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
    </Section>
  );
}

function Stages({ picture }: { picture: UsesPicture }) {
  const shown = useShown();
  if (picture.stages.length === 0) return null;
  return (
    <Section part="uses-stages" title="Today and later">
      <Scroll>
        <Table aria-label="Today and later" style={{ maxWidth: 720 }}>
          <Heads
            of={[
              'Stage',
              ['A full day'],
              ['Worst start'],
              ['Bank carries'],
              ['Made to used'],
              ['Asks for panels'],
              ['Asks for units'],
              'So',
            ]}
          />
          <tbody>
            {picture.stages.map(({ stage, busWh, startW, days, ratio, modules, units, stands }) => (
              <tr key={stage}>
                <th scope="row">{stage === 0 ? 'today' : stage}</th>
                <td className="n">{shown(busWh, 'energy')}</td>
                <td className="n">{shown(startW, 'power')}</td>
                <td className="n">{days === null ? '–' : shown(days, 'days')}</td>
                <td className="n">{ratio === null ? '–' : ratio.toFixed(2)}</td>
                <td className="n">{modules ?? '–'}</td>
                <td className="n">{units}</td>
                <td className={stands ? undefined : 'bad'}>
                  {stands ? 'is enough' : stage === 0 ? 'falls short' : 'outgrows it'}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
    </Section>
  );
}
