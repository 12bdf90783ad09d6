import { SHEETS, SHEET_NAMES, type Sheet } from '@ivolt/core';
import { useEffect, useState } from 'react';
import { useStore } from 'react-redux';
import { Link, Outlet, useLocation, useNavigate, useNavigationType, useParams } from 'react-router';
import { styled } from 'styled-components';
import { useAppDispatch, useAppSelector, type AppStore } from './store';
import { Hidden, Primary } from '../ui/controls';
import { Note, Title } from '../ui/layout';
import { PartsContext, useParts } from '../ui/parts';
import { color, font, narrow, site } from '../ui/tokens';
import { digitKeys } from '../ui/digitKeys';
import { Guarded, WhereBroken } from '../ui/Guarded';
import { ThemeChoice } from '../ui/ThemeChoice';
import { Conflicts } from './Conflicts';
import { redo, undo } from './edits';
import { readHistory } from './history';
import { HistoryMenu } from './HistoryMenu';
import { jobActions } from './jobSlice';
import { Margin } from './Margin';
import { Notice } from './Notice';
import { Run } from './Run';
import { SavedLine } from './SavedLine';
import { Saver, openJob } from './saving';
import { useHeld } from './settled';
import { Tally } from './Tally';
import { Thinker } from './thinking';
import { Trouble } from './Trouble';

const Top = styled.header`
  display: flex;
  border-bottom: 1px solid ${color.ink};
  min-height: 77px;
  background: ${color.paper};
  position: sticky;
  top: 0;
  z-index: 5;
  ${site} {
    position: static;
    flex-wrap: wrap;
    min-height: 0;
    border-bottom-width: 2px;
    > div:nth-of-type(2) {
      order: 3;
      flex: 1 0 100%;
    }
  }
  @media print {
    display: none;
  }
`;

const Name = styled.div`
  width: 187px;
  flex: none;
  padding: 9px 8px 0 16px;
  a {
    font: 600 19px/1.2 ${font.slab};
    text-decoration: none;
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  a:hover {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  p {
    font-size: 13px;
    color: ${color.soft};
  }
  p a {
    font: inherit;
    display: inline-block;
    min-height: 24px;
    padding: 3px 2px;
    margin: -3px -2px;
    text-decoration: underline;
  }
  ${site} {
    flex: 1;
    width: auto;
    padding: 8px 12px 6px;
    p {
      font-size: 16px;
    }
  }
`;

const Tools = styled.div`
  width: 240px;
  flex: none;
  padding: 8px 16px 0 10px;
  text-align: right;
  display: grid;
  justify-items: end;
  align-content: start;
  gap: 1px;
  ${narrow} {
    width: 200px;
  }
  ${site} {
    flex: 1 0 100%;
    width: auto;
    padding: 0 12px;
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    justify-content: space-between;
    min-width: 0;
  }
`;

const Bench = styled.div`
  display: grid;
  grid-template-columns: 187px minmax(0, 1fr) 303px;
  min-height: calc(100vh - 78px);
  ${narrow} {
    grid-template-columns: 187px minmax(0, 1fr);
    grid-template-rows: auto 1fr;
    > nav {
      grid-row: 1 / 3;
    }
  }
  ${site} {
    display: block;
  }
  @media print {
    display: block;
  }
`;

const WIDTHS = {
  sheet: '',
  cover: 'grid-column: 2 / -1; max-width: 920px;',
  drawing: 'grid-column: 2 / -1;',
};

const Page = styled.main<{ $wide?: keyof typeof WIDTHS }>`
  ${({ $wide = 'sheet' }) => WIDTHS[$wide]}
  padding: 22px 28px 40px;
  min-width: 0;
  ${site} {
    padding: 18px 16px 24px;
  }
  @media print {
    padding: 0;
  }
`;

/** Until the first answers are there the job is not seen; it takes its room, so that nothing jumps. */
const Held = styled.div`
  &[data-held='job'] > :not(p),
  &[data-held='sheet'] > div > :not(nav) {
    visibility: hidden;
  }
  > p {
    position: absolute;
    padding: 40px 28px;
    font: 600 26px/1.2 ${font.slab};
  }
`;

const Skip = styled.a`
  position: absolute;
  left: 8px;
  top: -60px;
  background: ${color.paper};
  padding: 8px 12px;
  z-index: 20;
  &:focus {
    top: 8px;
  }
`;

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.tagName === 'INPUT' || target.tagName === 'TEXTAREA' || target.isContentEditable);

/** Where letters and digits have a use of their own: lists, menus, dialogs, sliders and what is drawn to be steered. */
const OWN_KEYS =
  '[role="listbox"], [role="menu"], [role="dialog"], [role="slider"], [role="grid"], [role="application"], select';

/** True where a digit goes to a sheet: not while anything is typed, nor in what has keys of its own. */
const jumpsFrom = (target: EventTarget | null) =>
  digitKeys.read() === 'on' &&
  !isTyping(target) &&
  !(target instanceof Element && target.closest(OWN_KEYS) !== null);

/** A field of the job in which nothing was typed since it was entered. */
const isAtRest = (field: Element | null) =>
  field instanceof HTMLElement &&
  field.dataset.field !== undefined &&
  field.dataset.typed === undefined &&
  field.closest('[role="dialog"]') === null;

/** Undo and redo outside words under edit; numbers jump to sheets while nothing is being typed; F6 goes between sheet and margin. */
function useKeys() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { id } = useParams();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const command = event.ctrlKey || event.metaKey;
      const key = event.key.toLowerCase();
      if (command && (key === 'z' || key === 'y')) {
        const field = document.activeElement;
        // words under edit have an undo of their own
        if (isTyping(field) && !isAtRest(field)) return;
        event.preventDefault();
        // leaving the field lets go of its text, so that it shows what undo brings back
        if (field instanceof HTMLElement && isTyping(field)) field.blur();
        dispatch(key === 'y' || event.shiftKey ? redo() : undo());
        if (field instanceof HTMLElement && isTyping(field)) field.focus();
      } else if (event.key === 'F6') {
        event.preventDefault();
        const margin = document.getElementById('margin');
        const inMargin = margin?.contains(document.activeElement) ?? false;
        document.getElementById(inMargin ? 'sheet' : 'margin')?.focus();
      } else if (!command && !event.altKey && jumpsFrom(event.target) && /^\d$/.test(event.key)) {
        if (Number(event.key) > SHEETS.length) return;
        const sheet = SHEETS[Number(event.key) - 1];
        void navigate(`/jobs/${id}${sheet ? `/${sheet}` : ''}`);
      }
    };
    document.addEventListener('keydown', onKey, true);
    return () => document.removeEventListener('keydown', onKey, true);
  }, [dispatch, navigate, id]);
}

/** Opens the job, keeps it saved and reckoned while it is open. */
function useOpenJob(id: string, attempt: number) {
  const store = useStore() as AppStore;
  useEffect(() => {
    let closed = false;
    let saver: Saver | undefined;
    let thinker: Thinker | undefined;
    let endHistory: (() => void) | undefined;
    void openJob(store, id).then(() => {
      if (closed || store.getState().job.status !== 'ready') return;
      saver = new Saver(store, id);
      thinker = new Thinker(store);
      endHistory = readHistory(store, id);
    });
    return () => {
      closed = true;
      saver?.close();
      thinker?.close();
      endHistory?.();
    };
  }, [store, id, attempt]);
}

export function JobPage() {
  const { id = '' } = useParams();
  const [attempt, setAttempt] = useState(0);
  useOpenJob(id, attempt);
  const status = useAppSelector(({ job }) => (job.id === id ? job.status : 'loading'));
  if (status === 'ready') return <Open />;
  return (
    <Page>
      <Title>
        {status === 'loading'
          ? 'Opening …'
          : status === 'missing'
            ? 'There is no such job'
            : status === 'unreadable'
              ? 'This job cannot be read here'
              : 'The server does not answer'}
      </Title>
      {status === 'loading' ? null : (
        <>
          <Note>
            {status === 'missing'
              ? 'It may have been deleted; the list of jobs has what there is.'
              : status === 'unreadable'
                ? 'It was stored by another version of Ivolt. Nothing is lost: export it as a file to keep what is in it.'
                : 'Nothing is lost. Start it again with npm start, then try once more.'}
          </Note>
          <p>
            {status === 'unreadable' ? <a href={`/api/jobs/${id}/file`}>Export it</a> : null}{' '}
            {status === 'away' ? <Primary onPress={() => setAttempt(attempt + 1)}>Try again</Primary> : null}{' '}
            <Link to="/">All jobs</Link>
          </p>
        </>
      )}
    </Page>
  );
}

/** A new job goes on at its first use; a page that was gone to takes the focus where what had it is gone. */
function useFocusOnArrival(held: string | null) {
  const { pathname, state } = useLocation();
  const way = useNavigationType();
  const isNew = (state as { isNew?: boolean } | null)?.isNew === true;
  useEffect(() => {
    if (held !== null || way === 'POP' || document.activeElement !== document.body) return;
    const first = isNew ? document.querySelector<HTMLElement>('[data-cell="new.name"]') : null;
    (first ?? document.getElementById('sheet'))?.focus({ preventScroll: true });
  }, [held, way, pathname, isNew]);
}

function Open() {
  useKeys();
  const dispatch = useAppDispatch();
  const { pathname } = useLocation();
  const id = useAppSelector(({ job }) => job.id);
  const name = useAppSelector(({ job }) => job.design?.name ?? '');
  const kind = useAppSelector(({ job }) => job.design?.kind ?? '');
  const words = useAppSelector(({ job: { evaluation } }) => {
    if (!evaluation) return '';
    const many = (weight: string) => evaluation.findings.filter(({ severity }) => severity === weight).length;
    return `${evaluation.verdict.words}: stops ${many('stop')}, looks ${many('look')}`;
  });
  const last = pathname.split('/').at(-1) ?? '';
  const sheet = SHEETS.find((known) => known === last) ?? null;
  const held = useHeld(pathname);
  useFocusOnArrival(held);
  const parts = useParts();

  useEffect(() => {
    dispatch(jobActions.sheetOpened());
    window.scrollTo(0, 0);
  }, [dispatch, pathname]);
  useEffect(() => {
    document.title = `${sheet ? SHEET_NAMES[sheet] : 'Cover'} – ${name} – Ivolt`;
  }, [name, sheet]);

  return (
    <WhereBroken.Provider value={<a href={`/api/jobs/${id}/file`}>Export the job as it was saved</a>}>
      <Held data-held={held} aria-busy={held !== null}>
        {held === 'job' ? <p role="status">Opening …</p> : null}
        <Skip href="#sheet">To the sheet</Skip>
        <Top>
          <Name>
            <Link to="." relative="route">
              {name}
            </Link>
            <p>
              {kind} · <Link to="/">all jobs</Link>
            </p>
          </Name>
          <Guarded>
            <Tally />
          </Guarded>
          <Tools>
            <SavedLine />
            <HistoryMenu />
            <ThemeChoice />
          </Tools>
        </Top>
        <Bench>
          <Run />
          <Page
            id="sheet"
            tabIndex={-1}
            $wide={sheet === null ? 'cover' : sheet === 'one-line' ? 'drawing' : 'sheet'}
          >
            <Conflicts />
            <Trouble />
            <Guarded anew={[pathname]}>
              <PartsContext.Provider value={parts}>
                <Outlet />
              </PartsContext.Provider>
            </Guarded>
          </Page>
          <Guarded anew={[pathname]}>
            {sheet && sheet !== 'one-line' ? <Margin sheet={sheet satisfies Sheet} /> : null}
          </Guarded>
        </Bench>
      </Held>
      <Notice />
      <Hidden role="status" aria-live="polite">
        {words}
      </Hidden>
    </WhereBroken.Provider>
  );
}
