import { MARGIN_NAMES, SHEET_NAMES, type Guess } from '@ivolt/core';
import { useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { folds } from '../ui/parts';
import { useAppSelector } from './store';
import { Action } from '../ui/controls';
import { folded, Note, Table } from '../ui/layout';
import { color, site } from '../ui/tokens';
import { Heads } from '../ui/Heads';

const Bar = styled.span`
  display: inline-block;
  height: 9px;
  background: repeating-linear-gradient(135deg, ${color.pencil} 0 1.5px, transparent 1.5px 4px);
  border-left: 2px solid ${color.pencil};
  vertical-align: 0;
  margin-right: 7px;
  /* a gradient would be printed as a picture as large as its page */
  @media print {
    background: none;
    border: 1.5px solid ${color.pencil};
  }
`;

const Fold = styled.div`
  ${site} {
    ${folded}
    tr {
      display: grid;
      grid-template-columns: 1fr auto;
      padding: 8px 0;
      border-bottom: 1px solid ${color.rule};
    }
    td {
      border: 0;
      padding: 1px 0;
    }
    td:nth-child(4) {
      grid-column: 1 / 3;
    }
    td:nth-child(1) {
      grid-column: 1 / 3;
    }
  }
`;

const percent = (share: number) => (share < 0.005 ? 'hardly' : `${Math.round(share * 100)} %`);

/** Puts the cursor into a field once its sheet shows it; the part that holds it is unfolded. */
function focusField(path: string, tries = 30): void {
  setTimeout(() => {
    const field = document.querySelector<HTMLElement>(`[data-path="${path}"]`);
    const part = field?.closest<HTMLElement>('[data-part]')?.dataset['part'];
    if (part) folds.open(part);
    // on a phone a use shows its figures when it is opened
    if (field?.offsetParent === null)
      field.closest('[data-open="false"]')?.querySelector<HTMLElement>('[aria-expanded="false"]')?.click();
    field?.focus();
    if (tries > 0 && (!field || document.activeElement !== field)) focusField(path, tries - 1);
  }, 50);
}

/** Goes to the field a guess stands in. */
export function useGoToField() {
  const navigate = useNavigate();
  return (sheet: string, path: string | null) => {
    void navigate(sheet);
    if (path) focusField(path);
  };
}

/** The guesses, ranked by how far a plausible error would move the verdict. */
export function GuessTable({ most }: { most: number }) {
  const guesses = useAppSelector(({ job }) => job.guesses);
  const go = useGoToField();
  if (!guesses) return <Note>Ranking the guesses …</Note>;
  if (guesses.length === 0) return <Note>No guesses left: every figure is from a sheet or measured.</Note>;
  const largest = Math.max(...guesses.map(({ moves }) => moves), 0.01);
  return (
    <Fold>
      <Table aria-label="Guesses, by how far an error moves the verdict">
        <Heads of={['Guess', ['Value'], ['May be out by'], 'What that moves']} />
        <tbody>
          {guesses.slice(0, most).map((guess: Guess) => (
            <tr key={guess.id}>
              <th scope="row">
                <Action
                  reads
                  onPress={() => go(guess.sheet, guess.path)}
                  aria-label={`${guess.label}, on ${SHEET_NAMES[guess.sheet]}`}
                >
                  {guess.label}
                </Action>
              </th>
              <td className="n">{guess.shown}</td>
              <td className="n">{guess.error}</td>
              <td>
                <Bar aria-hidden style={{ width: `${Math.max(3, (90 * guess.moves) / largest)}px` }} />
                {MARGIN_NAMES[guess.margin]}, {percent(guess.moves)}
                {guess.flips ? <b className="bad"> – could change the verdict</b> : null}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Fold>
  );
}

/** The three that matter most, for the margin. */
export function TopGuesses() {
  const guesses = useAppSelector(({ job }) => job.guesses);
  const go = useGoToField();
  if (!guesses) return <Note>Ranking the guesses …</Note>;
  const top = guesses.filter(({ moves }) => moves >= 0.005).slice(0, 3);
  if (top.length === 0) return <Note>None that would move the verdict.</Note>;
  return (
    <Top>
      {top.map((guess) => (
        <li key={guess.id}>
          <Action reads onPress={() => go(guess.sheet, guess.path)}>
            {guess.label}
          </Action>
          <small>
            {guess.shown}, {guess.error}: {MARGIN_NAMES[guess.margin]} by {percent(guess.moves)}
            {guess.flips ? ', enough to change the verdict' : ''}
          </small>
        </li>
      ))}
    </Top>
  );
}

const Top = styled.ol`
  list-style: none;
  padding: 0;
  margin: 8px 0 0;
  font-size: 14px;
  li {
    margin-bottom: 9px;
  }
  small {
    display: block;
    font-size: 13px;
    color: ${color.soft};
    line-height: 1.35;
  }
  ${site} {
    font-size: 16px;
    small {
      font-size: 16px;
    }
  }
`;
