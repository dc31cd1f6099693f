import * as z from 'zod';
import { NOTHING_TOLD } from '@ash-knot/core';
import { suspectsTableFile } from './suspects-table';
import { gaugeSpec } from './gauge';
import { yardRules } from './shop';
import * as ask from './requests';
import type { Scope } from './requests/token';
import { eventsReply, papersView, shopEvent, tokenMade, tokenView } from './replies';

/** Who may ask: anybody, a device that is signed in, one with a name tapped, or a name with a PIN. */
export type Needs = 'nothing' | 'device' | 'name' | 'PIN';

/** A request of this program, as others may make it. */
export interface ApiRoute {
  readonly method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  /** As the server has it: “/jobs/:id”. */
  readonly path: string;
  readonly says: string;
  readonly needs: Needs;
  /** A token with one of these reaches it too; with none named, no token does. */
  readonly scope?: readonly Scope[];
  readonly query?: z.ZodType;
  readonly body?: z.ZodType;
  /** What is sent where it is no JSON. */
  readonly sends?: string;
  /** What comes back where it is no JSON. */
  readonly gives?: string;
  readonly reply?: z.ZodType;
  /** A body that is taken: held against its schema by a test. */
  readonly example?: unknown;
}

type Extra = Omit<ApiRoute, 'method' | 'path' | 'says' | 'needs'>;
const route = (method: ApiRoute['method'], path: string, needs: Needs, says: string, more: Extra = {}): ApiRoute => ({
  method,
  path,
  needs,
  says,
  ...more,
});
const bytes = 'application/octet-stream';
const stream = 'text/event-stream';
const search = z.object({ q: z.string().trim().max(60).default('') });
const after = z.object({ after: z.coerce.number().int().min(0).default(0) });

const DOOR: readonly ApiRoute[] = [
  route('get', '/health', 'nothing', 'Whether the server and its database serve.'),
  route('get', '/openapi.json', 'nothing', 'This description.'),
  route('post', '/first-run', 'nothing', 'Makes the shop and its first lead, once, with the code the server printed.', {
    body: ask.firstRun,
  }),
  route('get', '/session', 'nothing', 'Who is at this device, and the shop as it stands.'),
  route('post', '/session', 'nothing', 'Signs a device in. The cookie it sets goes with every other request.', {
    body: ask.signIn,
    example: { person: 'ruan', pin: '2468', bay: 'Bay 2' },
  }),
  route('post', '/session/person', 'device', 'Taps a name: who works at this device now.', {
    body: ask.tapName,
    example: { person: 'ruan' },
  }),
  route('post', '/session/confirm', 'device', 'A PIN, which stands for some minutes.', { body: ask.confirmPin }),
  route('delete', '/session', 'device', 'Signs this device out.'),
];

const JOBS: readonly ApiRoute[] = [
  route('get', '/floor', 'device', 'The open jobs in a line each, what is due, or what changed since.', {
    scope: ['floor'],
    query: ask.floorQuery,
  }),
  route('get', '/floor/stream', 'device', 'Says when the floor changed.', { scope: ['floor'], gives: stream }),
  route('post', '/jobs', 'name', 'Opens a job.', { body: ask.newJob }),
  route('get', '/jobs/:id', 'device', 'A job with its tape, or what came after a line.', {
    scope: ['jobs'],
    query: ask.jobQuery,
  }),
  route('patch', '/jobs/:id', 'name', 'Moves a vehicle to another bay.', { body: ask.moveJob, example: { bay: 'Bay 1' } }),
  route('post', '/jobs/:id/entries', 'name', 'Writes lines onto a tape; each names who, when and what.', {
    body: ask.newEntries,
  }),
  route('get', '/jobs/:id/stream', 'device', 'Lines of a tape as they are written.', {
    scope: ['jobs'],
    query: after,
    gives: stream,
  }),
  route('put', '/jobs/:job/attachments/:kind/:id', 'name', 'A photograph, a loop or a recording of a job.', { sends: bytes }),
  route('get', '/attachments/:id', 'device', 'A photograph, a loop or a recording.', { scope: ['jobs'], gives: bytes }),
  route('get', '/jobs/:id/papers', 'device', 'What its quote, letter and hand-back say.', {
    scope: ['papers'],
    reply: papersView,
  }),
  route('post', '/jobs/:id/keep', 'name', 'What a job found, kept for its vehicle or its type.', { body: ask.keepFound }),
  route('post', '/jobs/:id/exercise', 'PIN', 'Makes a practice vehicle of a closed job.', { body: ask.exerciseOfJob }),
];

const PLAN: readonly ApiRoute[] = [
  route('get', '/bookings', 'name', 'Who comes, by day.', { scope: ['booking'], query: ask.bookingQuery }),
  route('post', '/bookings', 'name', 'Books a vehicle.', {
    scope: ['booking'],
    body: ask.bookingBody,
    example: {
      vehicleId: null,
      plate: 'IS 104',
      who: 'Kari, +00 555 0100',
      comesAt: '2026-12-02T08:00:00Z',
      minutes: 60,
      kind: 'noise',
      bay: null,
      person: null,
      complaint: { ...NOTHING_TOLD, character: ['dull clunk'], where: ['front'], when: ['pothole'], words: 'knocks' },
      note: '',
    },
  }),
  route('get', '/bookings/:id', 'name', 'A booking, and the sheet as it would be opened.', { scope: ['booking'] }),
  route('put', '/bookings/:id', 'name', 'Changes a booking; what it was is kept.', {
    scope: ['booking'],
    body: ask.changeBooking,
  }),
  route('post', '/bookings/:id/cancel', 'name', 'It does not come, and why.', {
    scope: ['booking'],
    body: ask.cancelBooking,
    example: { why: 'sold it' },
  }),
  route('get', '/bookings/calendar', 'name', 'The plan as a calendar.', { scope: ['booking'], gives: 'text/calendar' }),
  route('post', '/bookings/calendar', 'name', 'Takes a calendar in, or only tries it.', {
    scope: ['booking'],
    query: ask.calendarQuery,
    sends: 'text/calendar',
  }),
];

const FILE: readonly ApiRoute[] = [
  route('get', '/find', 'device', 'Vehicles, types, parts, jobs by any word.'),
  route('get', '/vehicles', 'device', 'Vehicles by plate, VIN, owner or type.', { scope: ['jobs', 'booking'], query: search }),
  route('post', '/vehicles', 'name', 'A new vehicle, of a known type or with a new one.', { body: ask.newVehicle }),
  route('get', '/vehicles/:id', 'device', 'A vehicle’s file.', { scope: ['jobs'] }),
  route('patch', '/vehicles/:id', 'name', 'Puts a vehicle right, with a reason.', { body: ask.changeVehicle }),
  route('post', '/vehicles/:id/together', 'name', 'Two that are one.', { body: ask.putTogether }),
  route('put', '/vehicles/:id/away', 'name', 'Out of every list, or back.', {
    body: ask.putAway,
    example: { why: 'sold abroad', away: true },
  }),
  route('get', '/vehicles/:id/customer', 'name', 'Whose it is and how they are reached.'),
  route('put', '/vehicles/:id/customer', 'name', 'Writes that down.', { body: z.union([ask.knownCustomer, ask.customerBody]) }),
  route('get', '/customers', 'name', 'Customers by name or number.', { query: ask.customerQuery }),
  route('delete', '/customers/:id', 'PIN', 'Deletes a customer who asked for it.'),
  route('get', '/types', 'device', 'The types of the file.'),
  route('get', '/types/:id', 'device', 'A type, whole, with what was put right.'),
  route('put', '/types/:id', 'PIN', 'Puts a type right, with a reason.', { body: ask.changeType }),
  route('post', '/types/:id/together', 'PIN', 'Two types that are one.', { body: ask.putTogether }),
  route('put', '/types/:id/away', 'PIN', 'Offered for no new vehicle, or again.', { body: ask.putAway }),
];

const SHELF: readonly ApiRoute[] = [
  route('get', '/parts', 'device', 'The catalogue, searched.', { query: ask.partQuery }),
  route('post', '/parts', 'name', 'A part that is in no list.', { body: ask.newPart }),
  route('post', '/parts/match', 'device', 'What fits, best first, and why the rest does not.', { body: ask.matchRequest }),
  route('get', '/parts/catalogue', 'device', 'All of the catalogue.', { query: ask.catalogueAs, gives: 'text/csv' }),
  route('post', '/parts/:id/count', 'name', 'Counted at the shelf.', { body: ask.shelfCount, example: { counted: 4 } }),
  route('put', '/parts/:id/reorder', 'name', 'So many or fewer, and it is to be ordered.', {
    body: ask.reorderPoint,
    example: { at: 2 },
  }),
  route('post', '/suppliers/ask', 'device', 'What suppliers say of some parts.', { body: ask.supplierAsk }),
  route('post', '/suppliers/order', 'name', 'Orders at a supplier.', { body: ask.supplierOrder }),
  route('get', '/suppliers/:supplier/orders/:number', 'device', 'What the supplier says of an order now.'),
  route('get', '/lists', 'name', 'Lists that were brought along.'),
  route('post', '/lists/:list', 'name', 'Reads a list of CSV, XLSX or JSON; nothing is stored yet.', {
    query: ask.listFile,
    sends: bytes,
  }),
  route('get', '/lists/:list/out', 'name', 'What is there, as a list.', { query: ask.listAs, gives: 'text/csv' }),
  route('get', '/lists/:list/template', 'name', 'An empty list with two examples.', { query: ask.listAs, gives: 'text/csv' }),
  route('get', '/lists/imports/:id', 'name', 'A list, how it is matched and what it would change.'),
  route('put', '/lists/imports/:id', 'name', 'Which of its columns is which.', { body: ask.listMatch }),
  route('post', '/lists/imports/:id/take', 'PIN', 'Takes it in.', { body: ask.takeList, example: { leaveOut: false } }),
  route('post', '/lists/imports/:id/leave', 'name', 'Leaves it.'),
  route('post', '/lists/imports/:id/undo', 'PIN', 'Takes it back, or tells what would be.', {
    body: ask.undoList,
    example: { try: true },
  }),
  route('get', '/lists/imports/:id/wrong', 'name', 'Its wrong lines, each with what is wrong.', { gives: 'text/csv' }),
];

const SHOP: readonly ApiRoute[] = [
  route('get', '/shop/setup', 'device', 'What a new shop has by now.'),
  route('put', '/shop/rules', 'PIN', 'The yard rules, whole.', { body: yardRules }),
  route('put', '/shop/places', 'PIN', 'Its name, its bays and its notice.', { body: ask.shopPlaces }),
  route('get', '/shop/logo', 'device', 'The picture at the head of its papers.', { gives: 'image/png' }),
  route('put', '/shop/logo', 'PIN', 'Another picture.', { sends: bytes }),
  route('delete', '/shop/logo', 'PIN', 'None.'),
  route('get', '/shop/suspects-table', 'device', 'The suspects table.'),
  route('put', '/shop/suspects-table', 'PIN', 'The shop’s own suspects table.', { body: suspectsTableFile }),
  route('delete', '/shop/suspects-table', 'PIN', 'The one that ships, again.'),
  route('get', '/people', 'PIN', 'Who works here.'),
  route('post', '/people', 'PIN', 'Somebody new.', {
    body: ask.newPerson,
    example: { name: 'Ane Brekke', role: 'technician', pin: '1357' },
  }),
  route('patch', '/people/:id', 'PIN', 'Another name or role, or here no longer.', {
    body: ask.changePerson,
    example: { active: false },
  }),
  route('put', '/people/:id/pin', 'PIN', 'Another PIN.', { body: ask.changePin, example: { pin: '1357' } }),
  route('get', '/devices', 'PIN', 'Devices that are signed in.'),
  route('delete', '/devices/:id', 'PIN', 'Signs a device out.'),
  route('get', '/audit', 'PIN', 'What was changed beside the tapes.', { query: ask.auditQuery }),
  route('get', '/learning', 'device', 'What closed jobs have taught.', { query: ask.learningQuery }),
  route('put', '/lessons/:job', 'PIN', 'A lesson counts, or not.', { body: ask.undoLesson }),
  route('put', '/lessons/:job/held', 'PIN', 'A job that would be held today was looked at.'),
];

const GAUGES: readonly ApiRoute[] = [
  route('put', '/gauges/:id', 'PIN', 'A gauge of the register.', { body: gaugeSpec }),
  route('delete', '/gauges/:id', 'PIN', 'Retires a gauge.'),
  route('post', '/gauges/:id/say', 'device', 'What a gauge says.', { body: ask.gaugeSays }),
  route('post', '/gauges/:id/here', 'device', 'A simulated gauge is here.', { body: ask.gaugeHere }),
  route('post', '/gauges/:id/pull', 'device', 'A pull with a simulated wrench.', { body: ask.pullRequest }),
  route('put', '/gauges/:id/loops/:loop', 'device', 'A loop from a simulated gauge.', { sends: 'text/csv' }),
  route('get', '/gauges/stream', 'device', 'What gauges of this bay say.', { gives: stream }),
  route('post', '/card-sheets', 'name', 'A sheet of cards for the camera: gets the next number.', { body: ask.newCardSheet }),
  route('put', '/card-sheets/:id/ruler', 'name', 'What its ruler of 100 mm was measured to be.', { body: ask.measuredRuler }),
  route('delete', '/card-sheets/:id', 'name', 'Puts a sheet away.'),
  route('get', '/gauges/:id/studies', 'device', 'Studies of a gauge.'),
  route('post', '/gauges/:id/studies', 'name', 'A study of a gauge.', { body: ask.newStudy }),
];

const PRACTICE: readonly ApiRoute[] = [
  route('get', '/practice', 'name', 'Practice vehicles of whoever asks.'),
  route('get', '/practice/results', 'name', 'What came of them.'),
  route('post', '/practice', 'name', 'Begins one.', { body: ask.startPractice }),
  route('post', '/exercises', 'PIN', 'Sets one for somebody.', { body: ask.setExercise }),
  route('delete', '/exercises/:id', 'PIN', 'Withdraws one.'),
  route('get', '/practice/:id', 'name', 'A practice vehicle with its tape.', { query: ask.jobQuery }),
  route('patch', '/practice/:id', 'name', 'Its review is told at its end, or with every look.', { body: ask.silencePractice }),
  route('post', '/practice/:id/entries', 'name', 'Writes onto its tape.', { body: ask.newEntries }),
  route('get', '/practice/:id/stream', 'name', 'Lines of its tape.', { query: after, gives: stream }),
  route('post', '/practice/:id/asks', 'name', 'Asks it something.', { body: ask.askPractice }),
  route('put', '/practice/:id/comment', 'PIN', 'A lead says something of its review.', { body: ask.commentPractice }),
  route('post', '/practice/:id/give-up', 'name', 'Gives it up.'),
  route('get', '/practice/:id/review', 'name', 'What came of it.'),
];

const PROGRAMS: readonly ApiRoute[] = [
  route('get', '/tokens', 'PIN', 'Keys of other programs.', { reply: z.array(tokenView) }),
  route('post', '/tokens', 'PIN', 'A new key. It is told this once; stored is its hash.', {
    body: ask.newToken,
    example: { name: 'Web form', scopes: ['booking'], days: 90 },
    reply: tokenMade,
  }),
  route('delete', '/tokens/:id', 'PIN', 'Ends a key.'),
  route(
    'get',
    '/events',
    'device',
    'What happened after a cursor, as far as the token reaches; without one, where it begins now.',
    {
      scope: ['floor', 'jobs', 'booking'],
      query: ask.eventQuery,
      reply: eventsReply,
    },
  ),
  route('get', '/events/stream', 'device', 'The same as it happens: each event with its cursor as its id.', {
    scope: ['floor', 'jobs', 'booking'],
    query: ask.eventQuery,
    gives: stream,
    reply: shopEvent,
  }),
];

/** Every request there is, by what it is about. A test holds them against the server's routes. */
export const API: Readonly<Record<string, readonly ApiRoute[]>> = {
  'the door': DOOR,
  'floor and jobs': JOBS,
  'the plan': PLAN,
  'the file': FILE,
  'shelf, suppliers, lists': SHELF,
  'shop, people, learning': SHOP,
  gauges: GAUGES,
  practice: PRACTICE,
  'other programs': PROGRAMS,
};

/** The names in a path: “:id”. */
export const NAMES = /:([a-z]+)/g;

const REACHED = Object.values(API)
  .flat()
  .map((r) => ({
    method: r.method,
    at: new RegExp(`^${r.path.replace(NAMES, '[^/]+')}$`),
    fixed: !r.path.includes(':'),
    scope: r.scope ?? [],
  }))
  // “/bookings/calendar” is no booking.
  .sort((a, b) => Number(b.fixed) - Number(a.fixed));

/** Which scopes reach a request; none where no token does. @param path below /api, as it was asked */
export const scopesFor = (method: string, path: string): readonly Scope[] =>
  REACHED.find((r) => r.method === method.toLowerCase() && r.at.test(path))?.scope ?? [];
