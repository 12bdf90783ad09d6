import { ALL_MONTHS, monthName, type ClimateMonth } from '@ivolt/core';
import { styled } from 'styled-components';
import { SunPicture } from '../../charts/SunPicture';
import { useAppSelector } from '../../job/store';
import { useDesign, useEvaluation } from '../../job/hooks';
import { Ink } from '../../job/fields/Ink';
import { Scroll, Table } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Pencil } from '../../job/fields/Pencil';
import { color, site } from '../../ui/tokens';
import { HOME, pathOf, placeIn } from './usePlaceEdits';
import { Heads } from '../../ui/Heads';

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
export function ClimateTable({ placeId }: { placeId: string }) {
  const design = useDesign();
  const climate = useEvaluation()?.climate;
  const place = placeIn(design, placeId);
  const path = pathOf(placeId);
  const own = climate?.places[placeId];
  const moves = Object.keys(design.stops).length > 0;
  const grid = useAppSelector(({ job }) =>
    placeId === HOME ? job.climate.grid : job.climate.grid?.stops?.[placeId],
  );
  if (!climate && !place.lat) return null;
  return (
    <Section
      part="place-months"
      title={<>{moves ? 'Sun and air of the year as it moves' : 'Sun and air by month'}</>}
    >
      {climate ? (
        <SunPicture months={climate.months} lowC={climate.lowC} highC={climate.highC} units={design.units} />
      ) : null}
      {moves ? <h3 style={{ fontSize: 16, marginTop: 16 }}>{place.name || 'This place'} by month</h3> : null}
      <Narrow style={{ marginTop: moves ? 6 : 16 }}>
        <Table aria-label="Sun and air by month">
          <Heads
            of={[
              'Month',
              ['Horizontal irradiation'],
              ['Mean air'],
              ['Clearness'],
              'From',
              ...(place.weather ? ([['By the grid'], ['By your file']] as const) : []),
              ...(moves ? (['It is at'] as const) : []),
            ]}
          />
          <tbody>
            {ALL_MONTHS.map((month) => {
              const at = own?.months[month - 1];
              const stays = climate?.stays[month - 1] ?? [];
              const typed = [place.ghi[month] ? 'sun' : '', place.air[month] ? 'air' : ''].filter(Boolean);
              return (
                <tr key={month}>
                  <th scope="row">{monthName(month)}</th>
                  <td className="n">
                    <Pencil
                      path={`${path}/ghi/${month}`}
                      hideLabel
                      label={`Sun in ${monthName(month)}`}
                      optional
                      quiet
                      chars={13}
                      align="end"
                      fallback={place.ghi[month] ? null : (at?.ghiKWhm2 ?? grid?.ghiKWhm2[month - 1] ?? null)}
                    />
                  </td>
                  <td className="n">
                    <Pencil
                      path={`${path}/air/${month}`}
                      hideLabel
                      label={`Mean air temperature in ${monthName(month)}`}
                      optional
                      quiet
                      chars={8}
                      align="end"
                      fallback={place.air[month] ? null : (at?.airC ?? null)}
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
                    {typed.length > 0 ? `${typed.join(' and ')} typed` : sourceWords(at)}
                  </td>
                  {place.weather ? (
                    <>
                      <td className="n from">{sunWords(grid?.ghiKWhm2[month - 1])}</td>
                      <td className="n from">{sunWords(place.weather.ghi[month - 1])}</td>
                    </>
                  ) : null}
                  {moves ? (
                    <td className="from">
                      {stays
                        .map(({ name, share }) =>
                          stays.length > 1 ? `${name} ${Math.round(share * 100)} %` : name,
                        )
                        .join(', ')}
                    </td>
                  ) : null}
                </tr>
              );
            })}
          </tbody>
        </Table>
      </Narrow>
    </Section>
  );
}

const SOURCES = { grid: 'grid', file: 'your file', typed: 'typed' } as const;

function sourceWords(at: ClimateMonth | undefined): string {
  if (!at) return '';
  return at.ghiFrom === at.airFrom
    ? SOURCES[at.ghiFrom]
    : `sun ${SOURCES[at.ghiFrom]}, air ${SOURCES[at.airFrom]}`;
}

const sunWords = (kwh: number | null | undefined) => (typeof kwh === 'number' ? kwh.toFixed(2) : '–');
