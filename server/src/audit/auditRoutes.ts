import { csvOf } from '@ombrik/core/engine/csv';
import { Hono } from 'hono';
import { beforeIn, countIn } from '../http/asked.ts';
import type { AppEnv } from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { type AuditEntry, type AuditQuestion, auditChain, auditOf, type ProvableEntry } from './audit.ts';
import { ABOUT, type About } from './audited.ts';

const PAGE = 100;
/** An export is read in pieces of so many. */
const PIECE = 1000;

function questionIn(asked: Record<string, string>): AuditQuestion {
  const { about = '', words = '' } = asked;
  if (about !== '' && !ABOUT.includes(about as About))
    refuse(422, `about is "${about}"; accepted: ${ABOUT.join(', ')}`);
  return {
    words: words.slice(0, 200),
    about: about === '' ? null : (about as About),
    before: beforeIn(asked),
    limit: countIn(asked, 'limit', PAGE, PIECE),
  };
}

const COLUMNS = {
  ...({ number: 'figures', at: 'figures', who: 'words', about: 'figures', which: 'words', says: 'words' } as const),
  ...({ did: 'figures', before: 'figures', hash: 'figures' } as const),
};
const asRow = ({ number, at, who, about, aboutId, says, did, before, hash }: AuditEntry) => ({
  ...{ number, at, who, about, which: aboutId, says, did, before, hash },
});
const OUT = {
  'audit.csv': { type: 'text/csv; charset=utf-8', of: (all: ProvableEntry[]) => csvOf(COLUMNS, all.map(asRow)) },
  // Each line with the text its hash is of: `sha256sum` proves it.
  'audit.jsonl': {
    type: 'text/plain; charset=utf-8',
    of: (all: ProvableEntry[]) => all.map((e) => `${JSON.stringify(e)}\n`).join(''),
  },
} as const;

/** Who did what to which board, part, stock, price, right and record. */
export const auditRoutes = new Hono<AppEnv>()
  .get('/', async (c) => {
    const question = questionIn(c.req.query());
    const entries: AuditEntry[] = (await auditOf(c.get('db'), question)).map(({ text: _, ...e }) => e);
    return c.json({ entries, about: ABOUT, more: entries.length === question.limit });
  })
  .get('/chain', async (c) => c.json(await auditChain(c.get('db'))))
  .get('/out/:name', async (c) => {
    const name = c.req.param('name');
    const out = Object.hasOwn(OUT, name) ? OUT[name as keyof typeof OUT] : null;
    if (!out) return refuse(404, `no list "${name}"; accepted: ${Object.keys(OUT).join(', ')}`);
    const question = { ...questionIn(c.req.query()), limit: PIECE };
    const all: ProvableEntry[] = [];
    for (let before = question.before; ; before = all.at(-1)!.number) {
      const piece = await auditOf(c.get('db'), { ...question, before });
      all.push(...piece);
      if (piece.length < PIECE) break;
    }
    return c.body(out.of(all), 200, {
      'Content-Type': out.type,
      'Content-Disposition': `attachment; filename="${name}"`,
    });
  });
