/** @jest-environment node */
import { expose } from 'comlink';
import { heard, onTally, steady } from './core';

jest.mock('./core.worker', () => ({}), { virtual: true });

/** Stands for a worker: a channel whose far end answers, or does not. */
function stub(methods: object | null) {
  const { port1, port2 } = new MessageChannel();
  if (methods) expose(methods, port2);
  port2.start();
  port1.start();
  const listeners = new Map<string, () => void>();
  const worker = {
    postMessage: port1.postMessage.bind(port1),
    addEventListener: (type: string, listener: (event: Event) => void, options?: object) => {
      if (type === 'message') port1.addEventListener(type, listener, options);
      else listeners.set(type, listener as () => void);
    },
    removeEventListener: port1.removeEventListener.bind(port1),
    terminate: jest.fn(() => (port1.close(), port2.close())),
  };
  return {
    worker: worker as unknown as Worker,
    die: () => listeners.get('error')?.(),
    terminate: worker.terminate,
  };
}

const answering = () => stub({ problems: () => ['fine'] });

it('asks one worker, and another after it died', async () => {
  const stubs = [answering(), answering()];
  let started = 0;
  const core = steady(() => stubs[started++]!.worker);
  await expect(core.problems({} as never)).resolves.toEqual(['fine']);
  await expect(core.problems({} as never)).resolves.toEqual(['fine']);
  expect(started).toBe(1);
  stubs[0]!.die();
  expect(stubs[0]!.terminate).toHaveBeenCalled();
  await expect(core.problems({} as never)).resolves.toEqual(['fine']);
  expect(started).toBe(2);
  stubs[1]!.terminate();
});

it('tells a new worker all, and the same one only what is new', async () => {
  const asked: unknown[][] = [];
  const far = () => stub({ sky: (...args: unknown[]) => void asked.push(args), problems: () => [] });
  const stubs = [far(), far()];
  let started = 0;
  const core = steady(() => stubs[started++]!.worker);
  const [design, grid] = [{ name: 'a' }, { latDeg: 1 }] as never[];
  await core.sky(design!, grid!, 'a1');
  await core.sky(design!, grid!, 'a2');
  await core.problems(design!);
  await core.sky(design!, null, 'a3');
  stubs[0]!.die();
  await core.sky(design!, null, 'a4');
  stubs[1]!.terminate();
  expect(asked).toEqual([
    [design, grid, 'a1'],
    ['as before', 'as before', 'a2'],
    ['as before', null, 'a3'],
    [design, null, 'a4'],
  ]);
});

it('fails what waits when a worker dies or does not start', async () => {
  const silent = stub(null);
  const core = steady(() => silent.worker);
  const waiting = core.problems({} as never);
  silent.die();
  await expect(waiting).rejects.toThrow('broke off');
});

it('ends a worker that hangs, sooner once it has answered before', async () => {
  const hanging = stub({
    problems: (asked: unknown) => (asked === null ? new Promise(() => undefined) : ['fine']),
  });
  const next = answering();
  const stubs = [hanging, next];
  let started = 0;
  const core = steady(() => stubs[started++]!.worker);
  await core.problems({} as never);
  jest.useFakeTimers();
  const waiting = core.problems(null as never);
  const failed = expect(waiting).rejects.toThrow('did not finish');
  await jest.advanceTimersByTimeAsync(21_000);
  await failed;
  jest.useRealTimers();
  expect(hanging.terminate).toHaveBeenCalled();
  await expect(core.problems({} as never)).resolves.toEqual(['fine']);
  next.terminate();
});

it('hands on what a worker tells ahead of its answers, and nothing else of what it says', () => {
  const said: ((event: { data: unknown }) => void)[] = [];
  heard({ addEventListener: (_: string, hear: never) => void said.push(hear) });
  const told: unknown[] = [];
  const end = onTally((...what) => told.push(what));
  const say = (data: unknown) => said.forEach((hear) => hear({ data }));
  for (const other of ['ready', { id: 'x', type: 'RAW', value: 1 }, { turn: 1 }, { tally: [] }]) say(other);
  expect(told).toEqual([]);
  say({ turn: 4, tally: [{ id: 'bank.days' }] });
  expect(told).toEqual([[4, [{ id: 'bank.days' }]]]);
  end();
  say({ turn: 5, tally: [] });
  expect(told).toHaveLength(1);
});
