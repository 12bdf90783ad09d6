import { displayFigure, formatNumber, joined, type CurvesPicture, type ShadeTried } from '@ivolt/core';
import { useCallback, useState } from 'react';
import { styled } from 'styled-components';
import { CurvePicture, StrokeSample } from '../../charts/CurvePicture';
import { useArray, useDesignPart, usePartId } from '../../job/hooks';
import { useReckoned, type Ask } from '../../job/useReckoned';
import { Tick } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { color, site } from '../../ui/tokens';
import { Tabs } from '../../ui/Tabs';

const Slide = styled.label`
  display: block;
  font-size: 13px;
  color: ${color.soft};
  input {
    display: block;
    width: 180px;
    accent-color: ${color.pencil};
  }
  ${site} {
    font-size: 16px;
    width: 100%;
    input {
      width: 100%;
      min-height: 44px;
    }
  }
`;

const FULL: ShadeTried = { panels: 1, sections: 1, lightPct: 25 };

/** I-V and P-V of each input in the job's own light, and what a shadow on its first string does. */
export function CurvesPart() {
  const { id } = useArray();
  const partId = usePartId('strings-curves');
  const units = useDesignPart('units');
  const [shade, setShade] = useState<ShadeTried | null>(null);
  const [chosen, setChosen] = useState<string>('');
  const [hidden, setHidden] = useState<readonly string[]>([]);
  const ask = useCallback<Ask<CurvesPicture | null>>(
    (core, design, grid) => core.curves(design, grid, id, shade),
    [id, shade],
  );
  const picture = useReckoned(ask, `curves ${id}`, shade !== null);
  if (!picture) return null;
  const input = picture.inputs.find((other) => String(other.input) === chosen) ?? picture.inputs[0];
  if (!input) return null;
  const shown = input.lines.map(({ id: line }) => line).filter((line) => !hidden.includes(line));
  const usual = input.lines.find(({ id: line }) => line === 'standard');
  const shaded = input.lines.find(({ id: line }) => line === 'shaded');
  const power = (value: number) => joined(displayFigure(value, 'power', units));
  const set = (change: Partial<ShadeTried>) => setShade({ ...(shade ?? FULL), ...change });
  return (
    <Section part={partId} title="The curve, in your own light">
      {picture.inputs.length > 1 ? (
        <Tabs
          label="Inputs"
          shown={String(input.input)}
          onShow={setChosen}
          tabs={picture.inputs.map((other) => ({
            id: String(other.input),
            name: `Input ${other.input}`,
            about: power(other.lines[0]?.peaks[0]?.watts ?? 0),
          }))}
        />
      ) : null}
      <CurvePicture input={input} shown={shown} />
      <Row style={{ marginTop: 8 }}>
        {input.lines.map(({ id: line, name, wm2, cellC, peaks }) => (
          <Tick
            key={line}
            checked={!hidden.includes(line)}
            onChange={(on) => setHidden(on ? hidden.filter((other) => other !== line) : [...hidden, line])}
          >
            <StrokeSample id={line} /> {name}
            {line === 'shaded'
              ? ''
              : `, ${formatNumber(wm2, 0)} W/m², ${joined(displayFigure(cellC, 'temperature', units))}`}
            : {peaks[0] ? power(peaks[0].watts) : '–'}
          </Tick>
        ))}
      </Row>
      <Row style={{ marginTop: 14 }} className="screen">
        <Tick checked={shade !== null} onChange={(on) => setShade(on ? FULL : null)}>
          Try a shadow on its first string
        </Tick>
        {shade ? (
          <>
            <Slide>
              {shade.panels} of {input.panels} panels touched
              <input
                type="range"
                min={1}
                max={Math.max(1, input.panels)}
                value={Math.min(shade.panels, input.panels)}
                onChange={(event) => set({ panels: Number(event.target.value) })}
              />
            </Slide>
            <Slide>
              {shade.sections} of {input.sections} sections in each
              <input
                type="range"
                min={1}
                max={Math.max(1, input.sections)}
                value={Math.min(shade.sections, input.sections)}
                onChange={(event) => set({ sections: Number(event.target.value) })}
              />
            </Slide>
            <Slide>
              {shade.lightPct} % of the light left there
              <input
                type="range"
                min={0}
                max={100}
                step={5}
                value={shade.lightPct}
                onChange={(event) => set({ lightPct: Number(event.target.value) })}
              />
            </Slide>
          </>
        ) : null}
      </Row>
      {shaded && usual ? (
        <p style={{ marginTop: 8 }} role="status">
          {told(usual.peaks[0]?.watts ?? 0, shaded.peaks, power, input.fromV)}
        </p>
      ) : null}
      <Note style={{ marginTop: 8 }}>
        A shadow along the short side of upright panels takes all their sections; along the long side of lying
        ones it takes one after another. Their bypass diodes carry the string past what is shaded.
        {picture.partial ? ' A sort with a sheet that cannot exist is left out here.' : ''}
      </Note>
    </Section>
  );
}

function told(
  open: number,
  peaks: CurvesPicture['inputs'][number]['lines'][number]['peaks'],
  power: (value: number) => string,
  fromV: number,
): string {
  const [best, second] = peaks;
  if (!best || open <= 0) return 'With that shadow nothing is left.';
  const lost = formatNumber(100 * (1 - best.watts / open), 0);
  const low = best.volts < fromV ? ` That is below the ${Math.round(fromV)} V it charges from.` : '';
  return second
    ? `The shadow takes ${lost} %: ${power(best.watts)} at ${Math.round(best.volts)} V, where the tracker finds it; another top stands at ${Math.round(second.volts)} V with ${power(second.watts)}.${low}`
    : `The shadow takes ${lost} %: ${power(best.watts)} at ${Math.round(best.volts)} V.${low}`;
}
