import { ALL_MONTHS, monthName } from '@ivolt/core';
import { styled } from 'styled-components';
import { SunPicture } from '../../charts/SunPicture';
import { useAppSelector } from '../../app/store';
import { useDesign, useEvaluation } from '../../job/hooks';
import { Ink } from '../../ui/Ink';
import { Scroll, Section, Table } from '../../ui/layout';
import { Pencil } from '../../ui/Pencil';
import { color, site } from '../../ui/tokens';

const Narrow = styled(Scroll)`
  max-width: 640px;
  .from {
    color: ${color.soft};
    font-size: 13px;
  }
  ${site} {
    .from {
      display: none;
    }
    th,
    td {
      padding-right: 6px;
    }
  }
`;

/** Twelve months of sun and air; each can be typed over, and emptied to take the grid's again. */
export function ClimateTable() {
  const design = useDesign();
  const climate = useEvaluation()?.climate;
  const grid = useAppSelector(({ job }) => job.climate.grid);
  if (!climate && !design.place.lat) return null;
  return (
    <Section aria-labelledby="place-months">
      <h2 id="place-months">Sun and air by month</h2>
      {climate ? (
        <SunPicture months={climate.months} lowC={climate.lowC} highC={climate.highC} units={design.units} />
      ) : null}
      <Narrow style={{ marginTop: 16 }}>
        <Table>
          <thead>
            <tr>
              <th scope="col">Month</th>
              <th scope="col" className="n">
                Sun on the flat
              </th>
              <th scope="col" className="n">
                Mean air
              </th>
              <th scope="col" className="n">
                Comes through
              </th>
              <th scope="col">From</th>
            </tr>
          </thead>
          <tbody>
            {ALL_MONTHS.map((month) => {
              const at = climate?.months[month - 1];
              const typed = [
                design.place.ghi[month] ? 'sun' : '',
                design.place.air[month] ? 'air' : '',
              ].filter(Boolean);
              return (
                <tr key={month}>
                  <th scope="row">{monthName(month)}</th>
                  <td className="n">
                    <Pencil
                      path={`/place/ghi/${month}`}
                      hideLabel
                      label={`Sun in ${monthName(month)}`}
                      optional
                      quiet
                      chars={13}
                      align="end"
                      fallback={design.place.ghi[month] ? null : (grid?.ghiKWhm2[month - 1] ?? null)}
                    />
                  </td>
                  <td className="n">
                    <Pencil
                      path={`/place/air/${month}`}
                      hideLabel
                      label={`Mean air in ${monthName(month)}`}
                      optional
                      quiet
                      chars={8}
                      align="end"
                      fallback={design.place.air[month] ? null : (at?.airC ?? null)}
                    />
                  </td>
                  <td className="n">
                    {at ? (
                      <Ink
                        id={`sun:${month}`}
                        text={`${Math.round(at.clearness * 100)}\u00a0%`}
                        title={`Share that comes through in ${monthName(month)}`}
                      />
                    ) : (
                      '–'
                    )}
                  </td>
                  <td className="from">
                    {typed.length > 0 ? `${typed.join(' and ')} typed` : grid ? 'grid' : ''}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      </Narrow>
    </Section>
  );
}
