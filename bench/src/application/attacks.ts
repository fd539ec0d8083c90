/** Ways to be a burden; and, as a process of its own, hands that send one of them again and again. */

/** So many send the same at once. */
const HANDS = 4;
const MB = 1024 * 1024;
interface Hand {
  url: string;
  cookie: string;
  jobId: string;
}
const nested = (depth: number): string => `${'{"a":'.repeat(depth)}1${'}'.repeat(depth)}`;
let sent = 0;

/** One way to be a burden: what is sent, and what it is refused or taken with. */
interface Attack {
  what: string;
  send: (hand: Hand) => Promise<Response>;
}
const asJson = (path: (jobId: string) => string, body: string, signedIn = true): Attack['send'] => {
  return ({ url, cookie, jobId }) =>
    fetch(`${url}${path(jobId)}`, {
      method: 'POST',
      body,
      headers: {
        'content-type': 'application/json',
        'idempotency-key': `hostile-${process.pid}-${sent++}`,
        ...(signedIn ? { cookie } : {}),
      },
    });
};
const edit = (commands: string) => `{"editId":"hostile-edit","baseRevision":1,"label":"x","commands":${commands}}`;
const asFile = (name: string, bytes: Uint8Array<ArrayBuffer>): Attack['send'] => {
  return ({ url, cookie, jobId }) => {
    const form = new FormData();
    form.set('file', new File([bytes], name));
    return fetch(`${url}/api/jobs/${jobId}/files`, {
      method: 'POST',
      body: form,
      headers: { cookie, 'idempotency-key': `hostile-${process.pid}-${sent++}` },
    });
  };
};
export const ATTACKS: readonly Attack[] = [
  { what: 'a board of 4 MB nested 300,000 deep', send: asJson(() => '/api/jobs/import', nested(300_000)) },
  {
    what: 'a board of 4 MB of half a million keys',
    send: asJson(() => '/api/jobs/import', `{${Array.from({ length: 330_000 }, (_, n) => `"k${n}":1`).join()}}`),
  },
  {
    what: 'an edit of 6,000 commands of nothing',
    send: asJson(
      (id) => `/api/jobs/${id}/edits`,
      edit(
        `[${Array(6000)
          .fill(`{"kind":"x","y":"${'z'.repeat(600)}"}`)
          .join()}]`,
      ),
    ),
  },
  { what: 'an edit nested 500,000 deep', send: asJson((id) => `/api/jobs/${id}/edits`, edit(`[${nested(500_000)}]`)) },
  {
    what: 'a price list of 90,000 lines of nothing',
    send: asJson(() => '/api/buying/offers/import', JSON.stringify({ csv: 'article,supplier\n'.repeat(100_000) })),
  },
  { what: 'a file of 8 MB that is called a picture', send: asFile('a.png', new Uint8Array(8 * MB - 1024)) },
  { what: 'five times what an address takes', send: asJson(() => '/api/jobs', `"${'x'.repeat(5 * MB)}"`) },
  {
    what: 'wrong passwords of a stranger',
    send: asJson(
      () => '/api/sign-in',
      JSON.stringify({ email: 'nobody@example.org', password: 'x'.repeat(40), workshopId: null }),
      false,
    ),
  },
];

const { OMBRIK_ATTACK: asked } = process.env;
if (asked) {
  const { which, ms, ...hand } = JSON.parse(asked) as Hand & { which: number; ms: number };
  const until = performance.now() + ms;
  const answers: Record<string, number> = {};
  const again = async () => {
    while (performance.now() < until) {
      // What is too large is refused while it is still being sent, and its line closed.
      const status = await ATTACKS[which]!.send(hand).then(
        (answer) => answer.arrayBuffer().then(() => answer.status),
        () => 'cut off',
      );
      answers[status] = (answers[status] ?? 0) + 1;
    }
  };
  await Promise.all(Array.from({ length: HANDS }, again));
  process.send!(answers);
}
