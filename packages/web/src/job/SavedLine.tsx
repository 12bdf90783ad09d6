import { styled } from 'styled-components';
import { Hidden } from '../ui/controls';
import { useAppSelector } from './store';
import { color, site } from '../ui/tokens';
import type { Saving } from './jobSlice';

const Line = styled.p`
  font-size: 13px;
  color: ${color.soft};
  white-space: nowrap;
  ${site} {
    font-size: 16px;
  }
  &[data-trouble='true'] {
    color: ${color.act};
    font-weight: 700;
    white-space: normal;
    max-width: 26ch;
  }
`;

const clock = (at: number) =>
  new Date(at).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' });

/** Says whether what is on the screen is stored. */
export function SavedLine() {
  const saving = useAppSelector(({ job }) => job.saving);
  const kept = useAppSelector(({ job }) => job.draftKept);
  const trouble =
    saving.state === 'away' || saving.state === 'refused' || (!kept && saving.state !== 'saved');
  const text = words(saving, kept);
  return (
    <>
      <Line data-trouble={trouble} data-saving={saving.state}>
        {text}
      </Line>
      {/* what goes well is not said aloud at every edit */}
      <Hidden role="status">{trouble ? text : ''}</Hidden>
    </>
  );
}

function words(saving: Saving, kept: boolean): string {
  switch (saving.state) {
    case 'saved':
      return saving.at === null ? 'All saved' : `Saved ${clock(saving.at)}`;
    case 'waiting':
      return kept ? 'Not saved yet' : 'Not saved yet, and this browser has no room to keep it';
    case 'saving':
      return 'Saving …';
    case 'away':
      return kept
        ? 'Server away: kept here, trying again'
        : 'Server away, and this browser has no room to keep the changes: leave this page open';
    case 'refused':
      return `Not saved: ${saving.message}`;
  }
}
