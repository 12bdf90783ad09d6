import { useCallback, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { ApiError, api, type ListedJob } from '../api/client';
import { ActionLink, Action, Primary } from '../ui/controls';
import { Note, Title } from '../ui/layout';
import { Mark } from '../ui/Mark';
import { ThemeChoice } from '../ui/ThemeChoice';
import { color, font, site } from '../ui/tokens';
import { ImportFile } from './ImportFile';
import { NewJob } from './NewJob';

const Page = styled.main`
  max-width: 1000px;
  margin: 0 auto;
  padding: 34px 28px 60px;
  ${site} {
    padding: 20px 16px 60px;
  }
`;

const Head = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 8px 24px;
  border-bottom: 1.5px solid ${color.ink};
  padding-bottom: 14px;
  .word {
    font: 600 20px/1 ${font.slab};
    margin-right: auto;
  }
`;

const List = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
`;

const Job = styled.li`
  display: grid;
  grid-template-columns: minmax(180px, 1.2fr) minmax(200px, 1.5fr) minmax(250px, 1.6fr) auto;
  gap: 4px 26px;
  padding: 17px 0 16px;
  border-bottom: 1px solid ${color.rule};
  align-items: start;
  h2 {
    font-size: 19px;
    line-height: 1.2;
  }
  h2 a {
    text-decoration: none;
  }
  h2 a:hover {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .kind {
    font-size: 13.5px;
    color: ${color.soft};
  }
  .verdict b {
    display: flex;
    gap: 7px;
    align-items: center;
  }
  .verdict p {
    font-size: 14px;
  }
  dl {
    display: grid;
    grid-template-columns: 7fr 5fr 5fr;
    gap: 14px;
    margin: 0;
  }
  dt {
    font-size: 13px;
    color: ${color.soft};
    line-height: 1.25;
  }
  dd {
    margin: 0;
    font: 600 17px/1.2 ${font.slab};
    font-variant-numeric: lining-nums tabular-nums;
    white-space: nowrap;
  }
  dd small {
    font: 400 13px ${font.text};
    color: ${color.soft};
  }
  dd[data-mark='stop'] {
    color: ${color.act};
  }
  dl div {
    display: flex;
    flex-direction: column-reverse;
    justify-content: flex-end;
  }
  .acts {
    display: flex;
    gap: 14px;
    font-size: 14px;
    align-items: baseline;
  }
  @media (max-width: 960px) {
    grid-template-columns: 1fr 1fr;
    .acts {
      justify-content: flex-end;
    }
  }
  ${site} {
    grid-template-columns: 1fr;
    gap: 8px;
    .acts {
      justify-content: flex-start;
      font-size: 16px;
    }
    .kind,
    .verdict p,
    dt {
      font-size: 16px;
    }
  }
`;

const Undo = styled.p`
  background: ${color.tint};
  padding: 9px 14px;
  margin-top: 14px;
  display: flex;
  gap: 18px;
`;

type Loading =
  { state: 'loading' } | { state: 'failed'; message: string } | { state: 'ready'; more: boolean };
const PAGE = 100;
const RECKONED_AFTER_MS = 800;

/** Every job with its verdict, so that one look tells which need work. */
export function JobsPage() {
  const [jobs, setJobs] = useState<ListedJob[]>([]);
  const [loading, setLoading] = useState<Loading>({ state: 'loading' });
  const [deleted, setDeleted] = useState<ListedJob | null>(null);
  const [making, setMaking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  const asked = useRef(0);
  const load = useCallback((before?: ListedJob) => {
    // an answer to a question that was asked anew since is dropped
    const own = ++asked.current;
    return api.jobs(before).then(
      ({ jobs: found }) => {
        if (own !== asked.current) return;
        setJobs((known) => (before ? [...known, ...found] : found));
        setLoading({ state: 'ready', more: found.length === PAGE });
      },
      (error: unknown) => {
        if (own === asked.current) setLoading({ state: 'failed', message: messageOf(error) });
      },
    );
  }, []);

  const waiting = jobs.some(({ summary }) => summary === null);
  useEffect(() => {
    if (!waiting) return undefined;
    const own = asked.current;
    const timer = setInterval(() => {
      api.jobs().then(
        ({ jobs: found }) => {
          if (own !== asked.current) return;
          const news = new Map(found.map((job) => [job.id, job]));
          setJobs((known) => known.map((job) => news.get(job.id) ?? job));
        },
        () => undefined,
      );
    }, RECKONED_AFTER_MS);
    return () => clearInterval(timer);
  }, [waiting, jobs.length]);

  useEffect(() => {
    document.title = 'Ivolt';
    void load();
  }, [load]);

  const attempt = async (work: () => Promise<unknown>) => {
    setProblem(null);
    try {
      await work();
      await load();
    } catch (error) {
      setProblem(messageOf(error));
    }
  };

  const remove = (job: ListedJob) => attempt(async () => (await api.remove(job.id), setDeleted(job)));
  const restore = (job: ListedJob) => attempt(async () => (await api.restore(job.id), setDeleted(null)));

  return (
    <Page>
      <Head>
        <span className="word">Ivolt</span>
        <ImportFile onProblem={setProblem} />
        <ThemeChoice />
        <Primary onPress={() => setMaking(true)}>New job</Primary>
      </Head>
      <Title style={{ margin: '26px 0 6px' }}>Which job is on the bench?</Title>
      {problem ? (
        <Note role="alert" style={{ color: color.act }}>
          {problem}
        </Note>
      ) : null}
      {making ? <NewJob onCancel={() => setMaking(false)} onProblem={setProblem} /> : null}
      {deleted ? (
        <Undo role="status">
          {deleted.name} is deleted. <Action onPress={() => void restore(deleted)}>Undo</Action>
        </Undo>
      ) : null}
      {loading.state === 'loading' ? <Note>Reading the jobs …</Note> : null}
      {loading.state === 'failed' ? (
        <Note role="alert">
          {loading.message}. Start it again with npm start, then{' '}
          <Action onPress={() => void load()}>try once more</Action>
        </Note>
      ) : null}
      {loading.state === 'ready' && jobs.length === 0 && !making ? (
        <Note>
          No jobs yet. A job is one place to build for: what it must carry, where it stands, and the bank,
          panels and controller that carry it.{' '}
          <Action $act onPress={() => setMaking(true)}>
            Start the first
          </Action>
        </Note>
      ) : null}
      <List>
        {jobs.map((job) => (
          <JobRow
            key={job.id}
            job={job}
            onRemove={() => void remove(job)}
            onDuplicate={() => void attempt(() => api.duplicate(job.id, `${job.name}, copy`.slice(0, 120)))}
          />
        ))}
      </List>
      {loading.state === 'ready' && loading.more ? (
        <Action onPress={() => void load(jobs.at(-1))}>More jobs</Action>
      ) : null}
    </Page>
  );
}

const BEING_RECKONED: NonNullable<ListedJob['summary']> = {
  standing: 'unknown',
  words: 'Calculating …',
  sentence: '',
  place: '',
  figures: [],
};

function JobRow({
  job,
  onRemove,
  onDuplicate,
}: {
  job: ListedJob;
  onRemove: () => void;
  onDuplicate: () => void;
}) {
  const { standing, words, sentence, place, figures } = job.summary ?? BEING_RECKONED;
  return (
    <Job data-job={job.name}>
      <div>
        <h2>
          <Link to={`/jobs/${job.id}`}>{job.name}</Link>
        </h2>
        <p className="kind">
          {job.kind}
          {place && place !== job.name ? `, ${place}` : ''}
        </p>
      </div>
      <div className="verdict">
        <b>
          {standing === 'falls' ? (
            <Mark severity="stop" />
          ) : standing === 'look' ? (
            <Mark severity="look" />
          ) : null}
          {words}
        </b>
        <p>{sentence}</p>
      </div>
      <dl>
        {figures.map(({ label, number, unit, mark }) => (
          <div key={label}>
            <dt>{label}</dt>
            <dd data-mark={mark ?? undefined}>
              {number} <small>{unit}</small>
            </dd>
          </div>
        ))}
      </dl>
      <div className="acts">
        <ActionLink href={`/api/jobs/${job.id}/file`} aria-label={`Export ${job.name}`}>
          Export
        </ActionLink>
        <Action onPress={onDuplicate} aria-label={`Duplicate ${job.name}`}>
          Duplicate
        </Action>
        <Action onPress={onRemove} aria-label={`Delete ${job.name}`}>
          Delete
        </Action>
      </div>
    </Job>
  );
}

const messageOf = (error: unknown) =>
  error instanceof ApiError ? error.message : 'Something went wrong in this page';
