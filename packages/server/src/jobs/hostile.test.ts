import { BLANK_CIRCUIT, withValueAt } from '@ivolt/core';
import { randomUUID } from 'node:crypto';
import { oneArray } from '../../../core/src/testing/dairy';
import { testApp, type TestApp } from '../testing/app';

let server: TestApp;
let id: string;
const design = oneArray();
const post = (url: string, payload: object | string) =>
  server.app.inject({ method: 'POST', url, payload, headers: { 'content-type': 'application/json' } });
const get = (url: string, headers = {}) => server.app.inject({ url, headers });
const save = (patch: unknown, more: object = {}) =>
  post(`/api/jobs/${id}/revisions`, { base: 1, saveId: randomUUID(), label: 'A change', patch, ...more });

beforeAll(async () => {
  server = await testApp();
  id = (await post('/api/jobs', { design })).json<{ id: string }>().id;
});
afterAll(() => server.close());

const circuit = (key: string, parts: object) => ({
  op: 'add',
  path: `/wiring/circuits/${key}`,
  value: { ...BLANK_CIRCUIT, ...parts },
});
const deep = (levels: number) => '['.repeat(levels) + ']'.repeat(levels);
const file = JSON.stringify({ format: 'ivolt-job', design });

describe('a hostile request is answered with 400 and stores nothing', () => {
  afterEach(async () => {
    const { statusCode, body } = await get(`/api/jobs/${id}`);
    expect(statusCode).toBe(200);
    expect(JSON.parse(body)).toEqual({ id, revision: 1, design });
    expect((await get('/api/jobs')).statusCode).toBe(200);
  });

  it.each<[string, unknown]>([
    ['the length of a list', [{ op: 'replace', path: '/uses/u1/months/length', value: 4294967295 }]],
    ['before a list', [{ op: 'add', path: '/uses/u1/months/-1', value: 3 }]],
    ['away the length of a list', [{ op: 'remove', path: '/uses/u1/months/length' }]],
    ['without a stroke', [{ op: 'replace', path: 'name', value: 'x' }]],
    ['below a text', [{ op: 'add', path: '/name/x', value: 'x' }]],
    ['the whole', [{ op: 'replace', path: '', value: design }]],
    ['a NUL', [{ op: 'replace', path: '/name', value: 'a\u0000b' }]],
    ['half a character', [{ op: 'replace', path: '/name', value: 'a\ud800b' }]],
    [
      'and takes back a NUL',
      [
        { op: 'add', path: '/x', value: '\u0000' },
        { op: 'remove', path: '/x' },
      ],
    ],
    ['an unknown operation', [{ op: 'move', path: '/name', from: '/kind' }]],
    ['nothing', []],
    ['no list', { length: 2 }],
    ['a key too many', [{ op: 'remove', path: '/name', sudo: true }]],
    ['no value', [{ op: 'add', path: '/name' }]],
    ['a wire that is not sold', [circuit('feed-a1', { size: '11 AWG' })]],
    ['a run through a stretch that is not there', [circuit('feed-a1', { path: ['nowhere'] })]],
    ['a thousand stretches of one run', [circuit('feed-a1', { path: new Array(1000).fill('t1') })]],
    ['a circuit named like a prototype', [circuit('__proto__', {})]],
    ['half a conductor', [circuit('bank', { side: { value: 1.5, from: 'chosen' } })]],
    ['a fuse of no number', [circuit('bank', { fuse: { value: 'Infinity', from: 'chosen' } })]],
    [
      'a plug of a third kind',
      [circuit('feed-a1', { plugs: { panels: 'both', pieces: [], controller: null } })],
    ],
    ['a route beyond 10 km', [{ op: 'replace', path: '/wiring/lengths/array/value', value: 1e7 }]],
    [
      'a loss that gains',
      [{ op: 'replace', path: '/arrays/a1/wiring', value: { value: -3, from: 'chosen' } }],
    ],
    [
      'wires that bring more than they get',
      [{ op: 'replace', path: '/supply/acEfficiency', value: { value: 101, from: 'chosen' } }],
    ],
    ['wires that bring a word', [{ op: 'replace', path: '/supply/dcEfficiency', value: 'all' }]],
    [
      'half a bend',
      [
        {
          op: 'add',
          path: '/wiring/stretches/t1',
          value: {
            name: 'Trench',
            position: 1,
            surroundings: 'trench',
            raceway: 'plastic',
            length: { value: 5, from: 'measured' },
            ambient: null,
            depth: null,
            traffic: false,
            bends: { value: 1.5, from: 'measured' },
          },
        },
      ],
    ],
    ['a search that is a word', [{ op: 'replace', path: '/power/searching', value: 'yes' }]],
    ['a price below nothing', [{ op: 'replace', path: '/power/inverter', value: { price: -1 } }]],
  ])('a save that writes %s', async (_, patch) => {
    const answer = await save(patch);
    expect(answer.statusCode).toBe(400);
    expect(answer.json<{ errors: unknown[] }>().errors.length).toBeGreaterThan(0);
  });

  it.each<[string, object]>([
    ['a base beyond whole numbers of a column', { base: 2 ** 31 }],
    ['a label with a NUL', { label: 'a\u0000' }],
    ['an id in braces', { saveId: `{${randomUUID()}}` }],
    ['an id in brackets', { saveId: `(${randomUUID()})` }],
  ])('a save with %s', async (_, more) => {
    const answer = await save([{ op: 'replace', path: '/name', value: 'Other' }], more);
    expect(answer.statusCode).toBe(400);
  });

  it.each([
    ['since beyond a column', () => get(`/api/jobs/${id}/revisions?since=${2 ** 31}`)],
    ['an id in braces', () => get(`/api/jobs/{${id}}`)],
    ['an id with a colon', () => get(`/api/jobs/${id}:`)],
    ['a time in year 0', () => get(`/api/jobs?beforeTime=0000-01-01T00:00:00Z&beforeId=${id}`)],
    ['a time in year 275760', () => get(`/api/jobs?beforeTime=%2B275760-09-13T00:00:00.000Z&beforeId=${id}`)],
    ['a NUL in a name', () => post(`/api/jobs/${id}/duplicate`, { name: 'a\u0000' })],
    ['a NUL in the name of a file', () => post(`/api/jobs/${id}/files?name=a%00b`, '{}')],
    ['five thousand levels', () => post('/api/jobs', `{"design": ${deep(5000)}}`)],
    [
      'a file of five thousand levels',
      () => post('/api/jobs/import', { file: `{"format":"ivolt-job","design":${deep(5000)}}` }),
    ],
    ['a file with a NUL', () => post('/api/jobs/import', { file: file.replace(design.name, 'a\\u0000') })],
    [
      'a file with a key that all objects share',
      () => post('/api/jobs/import', { file: file.replace('"uses":{', '"uses":{"__proto__":{"name":"x"},') }),
    ],
    [
      'a file of an older version without its parts',
      () => post('/api/jobs/import', { file: '{"format":"ivolt-job","design":{"version":1}}' }),
    ],
    [
      'a design with an original of no id',
      () =>
        post('/api/jobs', { design: withValueAt(design, '/place/weather', { fileId: `{${randomUUID()}}` }) }),
    ],
  ])('%s', async (_, ask) => {
    const answer = await ask();
    expect(answer.statusCode).toBe(400);
    expect(answer.json<{ title: string }>().title).not.toMatch(
      /cannot read prop|undefined|is not a function|not iterable/i,
    );
  });
});

it('an id of a save names one change: sent again it is stored once, with another change it is refused', async () => {
  const own = (await post('/api/jobs', { design })).json<{ id: string }>().id;
  const saveId = randomUUID();
  const named = (name: string) =>
    post(`/api/jobs/${own}/revisions`, {
      base: 1,
      saveId,
      label: 'Rename',
      patch: [{ op: 'replace', path: '/name', value: name }],
    });
  expect((await named('One')).json()).toEqual({ revision: 2 });
  expect((await named('One')).json()).toEqual({ revision: 2 });
  const other = await named('Two');
  expect(other.statusCode).toBe(422);
  expect(other.json()).toMatchObject({ code: 'SAVE_ID_USED', revision: 2 });
  expect((await get(`/api/jobs/${own}`)).json()).toMatchObject({ revision: 2, design: { name: 'One' } });
});

it.each(['/api/jobs', '/%61pi/jobs', '/api/%6aobs'])('other sites are refused at %s', async (url) => {
  expect((await get(url, { 'sec-fetch-site': 'cross-site' })).statusCode).not.toBe(200);
  expect((await get(url, { 'sec-fetch-site': 'same-origin' })).statusCode).toBe(200);
});
