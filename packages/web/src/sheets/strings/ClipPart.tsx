import { displayFigure, formatNumber, joined, type ClipPicture, type Quantity } from '@ivolt/core';
import { useCallback } from 'react';
import { LostHours } from '../../charts/LostHours';
import { useAppDispatch } from '../../job/store';
import { applyRemedy } from '../../job/edits';
import { useArray, useDesignPart, usePartId } from '../../job/hooks';
import { useReckoned, type Ask } from '../../job/useReckoned';
import { Action } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { Note, Scroll, Table } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Pencil } from '../../job/fields/Pencil';

/** More panels than the controller can use: when it clips, how much, and what a larger one would win back. */
export function ClipPart() {
  const dispatch = useAppDispatch();
  const { id } = useArray();
  const units = useDesignPart('units');
  const partId = usePartId('strings-clip');
  const ask = useCallback<Ask<ClipPicture | null>>((core, design, grid) => core.clip(design, grid, id), [id]);
  const picture = useReckoned(ask, `clip ${id}`);
  if (!picture || picture.clearKWh < 1) return null;
  const shown = (value: number, quantity: Quantity) => joined(displayFigure(value, quantity, units));
  const kWh = (value: number) => `${formatNumber(Math.round(value), 0)} kWh`;
  return (
    <Section part={partId} title="What the controller cannot use">
      <p>
        On mean days <b>{kWh(picture.kWh)}</b> a year, {formatNumber(picture.sharePct, 1)} % of what is
        offered; were every day cloudless, {kWh(picture.clearKWh)}. The truth lies between. Volts and
        short-circuit amps are never clipped: {shown(picture.iscA, 'current')} under a bright sky against{' '}
        {shown(picture.maxIscA, 'current')} that an input bears.
      </p>
      <div style={{ maxWidth: 680, marginTop: 10 }}>
        <LostHours picture={picture} />
      </div>
      {picture.larger.length > 0 ? (
        <Scroll style={{ marginTop: 12 }}>
          <Table aria-label="Other controllers in its place">
            <Heads
              of={[
                'In its place',
                ['Charge amps'],
                ['Wins back a year'],
                ['Costs'],
                ['A kWh won, over 15 years'],
                '',
              ]}
            />
            <tbody>
              {picture.larger.map(({ classId, label, chargeA, winsKWh, perKWh, remedy }) => (
                <tr key={label}>
                  <th scope="row">{label}</th>
                  <td className="n">{shown(chargeA, 'current')}</td>
                  <td className="n">{kWh(winsKWh)}</td>
                  <td className="n">
                    <Pencil
                      path={`/controllerPrices/${classId}`}
                      label={`Price of ${label}`}
                      hideLabel
                      optional
                      chars={6}
                      align="end"
                    />
                  </td>
                  <td className="n">{perKWh === null ? '–' : formatNumber(perKWh, 2)}</td>
                  <td className="screen">
                    <Action
                      aria-label={`Take it: ${label}`}
                      onPress={() => dispatch(applyRemedy('What the controller cannot use', remedy))}
                    >
                      Take it
                    </Action>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </Scroll>
      ) : null}
      <Note style={{ marginTop: 6 }}>
        By the hour of a cloudless day in each month: light is given to the bank, dark is left on the roof.
      </Note>
    </Section>
  );
}
