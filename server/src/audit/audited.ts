/** What an entry of the audit is about. */
export const ABOUT = [
  ...(['board', 'job', 'part', 'stock', 'price', 'right', 'record', 'workshop', 'paper', 'practice'] as const),
];
export type About = (typeof ABOUT)[number];

/** A press as it was taken: what was named in its address, what was sent, what was answered. */
export interface Pressed {
  parts: Readonly<Record<string, string>>;
  // biome-ignore lint/suspicious/noExplicitAny: every route has a body and an answer of its own, checked where it is read.
  sent: any;
  // biome-ignore lint/suspicious/noExplicitAny: as above.
  said: any;
}
interface Audited {
  about: About;
  /** Which of them; empty where there is only one, or many. */
  id: (p: Pressed) => string;
  says: (p: Pressed) => string;
}

type Words = (p: Pressed) => string;
const entry = (about: About, id: Words, says: Words | string): Audited => ({
  about,
  id,
  says: typeof says === 'string' ? () => says : says,
});
const own: Words = ({ parts }) => parts.id ?? '';
const none: Words = () => '';
const job = (about: About, says: Words | string) => entry(about, own, says);
const pile = (says: Words | string) => entry('stock', own, says);
const price = (says: Words, id: Words = none) => entry('price', id, says);
const counted = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;
const forJob = (p: Pressed) => (p.sent.jobId ? ` for ${p.sent.jobId}` : '');

/** What each press is called in the audit. Every press has one: a test walks all routes. */
export const AUDITED: Readonly<Record<string, Audited>> = {
  'POST /api/jobs': entry(
    'job',
    (p) => p.said.job.id,
    (p) => `took in "${p.sent.jobName}"`,
  ),
  'POST /api/jobs/import': entry(
    'job',
    (p) => p.said.job.id,
    (p) => `took in a board of a file, "${p.sent.brief?.jobName}"`,
  ),
  'POST /api/jobs/practice': entry('job', (p) => p.said.job.id, 'took in a board to try things on'),
  'POST /api/jobs/:id/duplicate': entry(
    'job',
    (p) => p.said.job.id,
    (p) => `copied ${p.parts.id}`,
  ),
  'POST /api/jobs/:id/archive': job('job', (p) => (p.sent.archived ? 'put away' : 'took out again')),
  'POST /api/jobs/:id/wanted': job('job', (p) => `wanted on ${p.sent.wantedOn ?? 'no day'}`),
  'POST /api/jobs/:id/release': job('record', (p) =>
    p.sent.way === 'release'
      ? `released revision ${p.sent.revision}`
      : `took the release of revision ${p.sent.revision} back`,
  ),
  'POST /api/jobs/:id/edits': job('board', (p) => `revision ${p.said.revision}: ${p.sent.label}`),
  'POST /api/jobs/:id/:way{undo|redo}': job('board', (p) => `revision ${p.said.revision}: ${p.parts.way}`),
  'POST /api/jobs/:id/files': job('record', 'attached a file'),
  'POST /api/jobs/:id/files/:fileId/removed': job(
    'record',
    (p) => `${p.sent.removed ? 'took a file away' : 'put a file back'}: ${p.parts.fileId}`,
  ),
  'POST /api/jobs/:id/hours': job('record', (p) => `${p.sent.hours} h of ${p.sent.kind} on ${p.sent.workedOn}`),
  'POST /api/jobs/:id/quotes': job('price', (p) => `quoted revision ${p.sent.revision}`),
  'POST /api/jobs/:id/made': job(
    'record',
    (p) => `${counted(p.sent.cableIds.length, 'cable')} ${p.sent.made ? 'made' : 'not made after all'}`,
  ),
  'POST /api/jobs/:id/cables/:cableId/steps': job(
    'record',
    (p) => `${p.parts.cableId}: ${p.sent.step} ${p.sent.done ? 'done' : 'undone'}`,
  ),
  'POST /api/jobs/:id/cables/:cableId/again': job('record', (p) => `${p.parts.cableId} once more: ${p.sent.reason}`),
  'POST /api/jobs/:id/cutting': job('stock', (p) => `took a cutting plan for ${counted(p.sent.jobs.length, 'job')}`),
  'POST /api/jobs/:id/picking': job('stock', (p) => `picking: ${p.sent.way} ${p.sent.articleId ?? 'everything'}`),
  'POST /api/jobs/:id/build/records': job(
    'record',
    (p) =>
      `${counted(p.sent.records.length, 'word')} of the floor: ${[...new Set(p.sent.records.map(kindOf))].join(', ')}`,
  ),
  'POST /api/jobs/:id/bench/records': job(
    'record',
    (p) => `bench ${p.sent.stepId}: ${p.sent.value ?? p.sent.found ?? ''}`,
  ),
  'POST /api/jobs/:id/bench/measure': job('record', (p) => `bench ${p.sent.stepId}: read by ${p.sent.instrumentId}`),
  'POST /api/jobs/:id/ship': job('record', (p) => `shipped and sealed revision ${p.sent.revision}`),
  'POST /api/jobs/:id/field-notes': job('record', (p) => `heard from the field: ${p.sent.kind}`),
  'POST /api/jobs/:id/field-logs': job('record', 'read a log of the field'),
  'POST /api/jobs/:id/design': job('board', (p) => `took version ${p.sent.version} of its design`),
  'POST /api/stock/receive': entry(
    'stock',
    (p) => p.said.ids[0] ?? '',
    (p) => `took in ${p.sent.times} × ${p.sent.quantity} of ${p.sent.articleId}`,
  ),
  'POST /api/stock/levels': entry('stock', none, (p) => `low level of ${p.sent.articleId}: ${p.sent.low ?? 'none'}`),
  'POST /api/stock/:id/take': pile((p) => `took out ${p.sent.quantity}${forJob(p)}`),
  'POST /api/stock/:id/scrap': pile((p) => `threw away ${p.sent.quantity}: ${p.sent.note}`),
  'POST /api/stock/:id/reserve': pile((p) => `set aside ${p.sent.quantity}${forJob(p)}`),
  'POST /api/stock/:id/release': pile((p) => `gave back what was set aside${forJob(p)}`),
  'POST /api/stock/:id/count': pile((p) => `counted ${p.sent.counted}`),
  'POST /api/stock/:id/move': pile((p) => `moved to ${p.sent.bin}`),
  'POST /api/stock/correct': entry('stock', none, (p) => `corrected move ${p.sent.moveId}: ${p.sent.note}`),
  'POST /api/buying/offers': price(
    (p) => `${p.sent.articleId} at ${p.sent.supplier}: ${p.sent.packPrice} for ${p.sent.packQuantity}`,
  ),
  'POST /api/buying/offers/import': price((p) => `${counted(p.said.count, 'price')} of a list`),
  'POST /api/buying/offers/:id/remove': price(() => 'took a price away', own),
  'POST /api/buying/purchases': price(
    (p) => `ordered ${counted(p.sent.lines.length, 'line')} at ${p.sent.supplier}`,
    (p) => p.said.id,
  ),
  'POST /api/buying/purchases/:id/lines/:line{[0-9]+}/receive': entry(
    'stock',
    own,
    (p) => `took in ${p.sent.quantity} of line ${p.parts.line}`,
  ),
  'POST /api/buying/purchases/:id/lines/:line{[0-9]+}/give-up': entry(
    'stock',
    own,
    (p) => `gave up the rest of line ${p.parts.line}`,
  ),
  'POST /api/workshop': entry('workshop', none, (p) => `set ${Object.keys(p.sent).join(', ')}`),
  'POST /api/catalogue/parts': entry(
    'part',
    none,
    (p) => `kept ${p.sent.parts.map((x: { name: string }) => x.name).join(', ')}`,
  ),
  'POST /api/catalogue/parts/:id/versions': entry('part', own, (p) => `another version of "${p.sent.part.name}"`),
  'POST /api/catalogue/parts/:id/retired': entry('part', own, (p) => (p.sent.retired ? 'retired' : 'taken up again')),
  'POST /api/designs': entry(
    'part',
    (p) => p.said.design.id,
    (p) => `kept the design "${p.sent.name}"`,
  ),
  'POST /api/designs/:id/versions': entry('part', own, (p) => `another version of "${p.sent.name}"`),
  'POST /api/designs/:id/start': entry(
    'job',
    (p) => p.said.job.id,
    (p) => `began "${p.sent.jobName}" from ${p.parts.id}`,
  ),
  'POST /api/schedule/calendar': entry('workshop', none, 'set the calendar of the shop'),
  'POST /api/schedule/feed': entry('right', none, 'made a new address of the calendar; the one before leads nowhere'),
  'POST /api/schedule/wishes': entry(
    'job',
    (p) => p.sent.jobId,
    (p) => `its turn in the plan: ${p.sent.turn}`,
  ),
  'POST /api/practice': entry(
    'practice',
    (p) => p.said.id,
    (p) => `began level ${p.sent.level}`,
  ),
  'POST /api/practice/:id/acts': entry('practice', own, (p) => `did ${p.sent.do}`),
  'POST /api/practice/:id/guesses': entry('practice', own, (p) => `said ${p.sent.kind}`),
  'POST /api/practice/:id/give-up': entry('practice', own, 'gave up'),
  'POST /api/people/invitations': entry('right', none, (p) => `invited "${p.sent.name}" as ${p.sent.roles.join(', ')}`),
  'POST /api/people/invitations/:id/withdrawn': entry('right', own, 'withdrew a link'),
  'POST /api/people/:id/roles': entry('right', own, (p) => `is now ${p.sent.roles.join(', ')}`),
  'POST /api/people/:id/ended': entry('right', own, 'ended'),
  'POST /api/people/:id/reset': entry('right', own, 'made a link for a new password'),
  'POST /api/own/sessions/:id/end': entry('right', none, 'ended a session of their own'),
  'POST /api/own/password': entry('right', none, 'chose a new password'),
  'POST /api/own/pin': entry('right', none, (p) => (p.sent.pin === null ? 'took the PIN away' : 'chose a PIN')),
  'POST /api/workshop/first-run': entry(
    'workshop',
    none,
    (p) => `${p.sent.settled ? 'settled' : 'took up again'} the step "${p.sent.step}" of setting up`,
  ),
  'POST /api/hooks': entry(
    'right',
    (p) => p.said.id,
    (p) => `tells "${p.sent.url}" of ${p.sent.events.join(', ')}`,
  ),
  'POST /api/hooks/:id/try': entry('right', own, 'sent a trial'),
  'POST /api/hooks/:id/removed': entry('right', own, 'tells it no more'),
  'POST /api/own/keys': entry('right', none, (p) => `made the key "${p.sent.name}" for ${p.sent.scopes.join(', ')}`),
  'POST /api/own/keys/:id/end': entry('right', own, 'ended a key of their own'),
  'POST /api/own/units': entry('right', none, 'chose the units figures are told in'),
  'POST /api/own/switch': entry(
    'right',
    (p) => p.sent.personId,
    (p) => `gave the device to ${p.said.person.name}, by PIN`,
  ),
};

const kindOf = (r: { said: { kind: string } }): string => r.said.kind;

/** What is read by few, and of which it is kept who did: what is asked and paid, whose sessions, what left the shop. */
export const READ: Readonly<Record<string, Audited>> = {
  'GET /api/jobs/:id/quotes': job('price', 'looked at its quotes'),
  'GET /api/jobs/:id/costs': job('price', 'looked at its costs'),
  'GET /api/jobs/:id/files/:fileId': job('record', (p) => `opened the file ${p.parts.fileId}`),
  'GET /api/jobs/:id/ship/:number/record.zip': job('record', (p) => `took the sealed record ${p.parts.number}`),
  'GET /api/jobs/:id/out/:name': job('paper', (p) => `printed ${p.parts.name}`),
  'GET /api/papers/:name': entry('paper', none, (p) => `printed ${p.parts.name}`),
  'GET /api/buying': price(() => 'looked at prices and orders'),
  'GET /api/people': entry('right', none, 'looked at who works here'),
  'GET /api/audit': entry('right', none, 'looked at the audit'),
  'GET /api/audit/out/:name': entry('right', none, (p) => `took the audit with them, as ${p.parts.name}`),
};
