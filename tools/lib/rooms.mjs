/**
 * The rooms, each package's from the ground up: a room knows only what stands below it. docs/architecture.md
 * draws the map; a new room goes where its arrows point down.
 */
const CORE = [
  ...[
    'error',
    'schema',
    'text',
    'numeric',
    'units',
    'stats',
    'geometry',
    'thread',
    'torque',
    'play',
    'image',
    'gauge',
    'study',
    'vehicle',
    'standing',
    'bushing',
  ],
  ...[
    'mechanics',
    'joint',
    'diagnosis',
    'suspects-table',
    'danger',
    'knock',
    'sound',
    'parts',
    'assembly',
    'plan',
    'ledger',
    'job',
    'apart',
    'training',
    'lists',
    'paper',
  ],
];
const WEB = [
  ...['kit', 'words', 'state', 'session', 'offline', 'workers', 'instruments', 'attachment', 'shell', 'job', 'alarm', 'plate'],
  ...['measuring', 'length', 'knock', 'parts', 'apart', 'tape', 'find', 'listen', 'settle', 'work', 'prove', 'practice', 'sheet'],
  ...['floor', 'describe', 'file', 'shelf', 'lists', 'plan', 'pocket', 'rules', 'gauges', 'open'],
];

const below = (rooms, prefix) => rooms.map((room, i) => [`${prefix}-${room}`, rooms.slice(0, i).map((r) => `${prefix}-${r}`)]);
const coreRooms = CORE.map((r) => `core-${r}`);
/** Core as the other packages know it: by its index, or a room's. */
const core = ['core-front', ...coreRooms];
const web = WEB.map((r) => `web-${r}`);
const server = ['server-db', 'server-http', 'server-room', 'server-front'];

/** What each room may import of ours, besides itself. */
const ALLOWED = new Map(
  Object.entries({
    ...Object.fromEntries(below(CORE, 'core')),
    'core-front': coreRooms,
    'core-test': coreRooms,
    contract: [...core, 'core-test'],
    demo: [...core, 'contract'],
    'server-db': [],
    'server-http': [...core, 'contract', 'server-db'],
    'server-room': [...core, 'contract', 'demo', 'server-db', 'server-http'],
    'server-front': [...core, 'contract', ...server],
    'server-test': [...core, 'core-test', 'contract', 'demo', ...server],
    ...Object.fromEntries(below(WEB, 'web').map(([room, rooms]) => [room, [...rooms, ...core, 'contract']])),
    // The kit knows nothing of ours.
    'web-kit': [],
    'web-front': [...web, ...core, 'contract'],
    'web-test': [...web, ...core, 'core-test', 'contract'],
    tools: [...core, 'core-test', 'demo'],
  }),
);

const rooms = (names, prefix, src) => names.map((room) => [`${prefix}-${room}`, `${src}/${room}/`]);
/** Which room a path is in: the first that it begins with. */
const PLACES = [
  ...rooms([...CORE, 'test'], 'core', 'core/src'),
  ['contract', 'contract/src/'],
  ['demo', 'demo/src/'],
  ...rooms(['test', 'db', 'http'], 'server', 'server/src'),
  ...rooms(WEB, 'web', 'web/src/app'),
  ['web-test', 'web/src/test/'],
  ['tools', 'tools/'],
];
/** Folders in which a file stands by itself, beside the rooms; a folder in `server/src` is a room by being there. */
const FRONTS = [
  ['core-front', /^core\/src\/[^/]+$/],
  ['server-front', /^server\/src\/[^/]+$/],
  ['server-room', /^server\/src\/[^/]+\//],
  ['web-front', /^web\/src\/([^/]+|app\/[^/]+|environment\/.*)$/],
];

/** The room of a file, by its path from the project; undefined for one that stands nowhere. */
export const roomOf = (file) => PLACES.find(([, at]) => file.startsWith(at))?.[0] ?? FRONTS.find(([, is]) => is.test(file))?.[0];

/** Whether a file of one room may import one of another. */
export const mayImport = (from, to) => from === to || (ALLOWED.get(from)?.includes(to) ?? false);
