/** No import against the floors, none past a room's face, no circle of files. `npm test -- checks` fails where one is. */
import { CORE, WEB } from './scripts/floors.mjs';

/** Of each floor: nothing on it or above may be imported, but from within the room itself. */
const floors = (where, stack) =>
  stack.flatMap((rooms, at) =>
    rooms.map((room) => ({
      name: `${room} stands on floor ${at + 1} of ${where}`,
      severity: 'error',
      // what is shared by sheets is a room of its own below them
      from: {
        path: `^${where}/(${room})/`,
        ...(room === 'sheets/[^/]+' ? { pathNot: '/sheets/common/' } : {}),
      },
      to: {
        path: `^${where}/(${stack.slice(at).flat().join('|')})/`,
        pathNot: [`^${where}/$1/`, ...(room === 'sheets/[^/]+' ? ['/sheets/common/'] : [])],
      },
    })),
  );

export default {
  forbidden: [
    { name: 'no circles', severity: 'error', from: {}, to: { circular: true } },
    ...floors('packages/core/src', CORE),
    ...floors('packages/web/src', WEB),
    {
      name: 'rooms of the core by their faces',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/' },
      to: {
        path: '^packages/core/src/[^/]+/',
        pathNot: ['^packages/core/src/$1/', '^packages/core/src/[^/]+/index\\.ts$'],
      },
    },
    {
      name: 'no room without a floor',
      severity: 'error',
      from: { path: `^packages/core/src/(?!(${CORE.flat().join('|')})/)[^/]+/` },
      to: {},
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.tests.json' },
    doNotFollow: { path: 'node_modules' },
    // tests may use the whole house to set up what they try
    exclude: { path: '\\.test\\.tsx?$|/testing/|/fixtures/' },
  },
};
