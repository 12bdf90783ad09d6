import { displayFigure, formatNumber, joined, type AcWay } from '@ivolt/core';
import { styled } from 'styled-components';
import { applyRemedy } from '../../job/edits';
import { useDesignPart } from '../../job/hooks';
import { useAppDispatch } from '../../job/store';
import { useReckoned, type Ask } from '../../job/useReckoned';
import { Action } from '../../ui/controls';
import { Note } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { color, site } from '../../ui/tokens';

const List = styled.ul`
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  border-top: 1px solid ${color.rule};
  li {
    display: grid;
    grid-template-columns: 150px minmax(0, 1fr) auto;
    gap: 4px 20px;
    align-items: baseline;
    padding: 9px 0;
    border-bottom: 1px solid ${color.rule};
  }
  p {
    margin: 0;
    max-width: 72ch;
  }
  ${site} {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

const ask: Ask<AcWay[]> = (core, design, grid) => core.acWays(design, grid);

/** Other ways to make the AC that take less from the bank, each worked out on the whole job. */
export function WaysPart() {
  const { inverter } = useDesignPart('power');
  const ways = useReckoned(ask, 'ac ways');
  const units = useDesignPart('units');
  const dispatch = useAppDispatch();
  const reading = useReading();
  if (!inverter || !ways || ways.length === 0) return null;
  if (reading)
    return (
      <Section part="power-ways" title="What would take less">
        {ways.map(({ id, title, sentence, savesWh }) => (
          <p
            key={id}
          >{`${title}, ${joined(displayFigure(savesWh, 'energy', units))} a day less. ${sentence}`}</p>
        ))}
      </Section>
    );
  return (
    <Section part="power-ways" title="What would take less">
      <Note>
        Each worked out on the whole job, for a day of the heaviest month. What adds a stop is left out.
      </Note>
      <List>
        {ways.map(({ id, title, sentence, savesWh, share, panels, operations }) => (
          <li key={id}>
            <span>
              <b>{joined(displayFigure(savesWh, 'energy', units))}</b> less
              <br />
              <span style={{ color: color.soft }}>
                {formatNumber(share * 100, 0)} % of the day
                {panels !== null && panels >= 0.1 ? `, ${formatNumber(panels, 1)} panels’ worth` : ''}
              </span>
            </span>
            <p>
              <b>{title}.</b> {sentence}
            </p>
            {operations.length > 0 ? (
              <Action
                className="screen"
                aria-label={`Take it: ${title}`}
                onPress={() =>
                  dispatch(applyRemedy('what would take less', { label: title, operations: [...operations] }))
                }
              >
                Take it
              </Action>
            ) : null}
          </li>
        ))}
      </List>
    </Section>
  );
}
