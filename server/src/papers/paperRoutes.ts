import { type Context, Hono } from 'hono';
import { revisionIn } from '../http/asked.ts';
import { type AppEnv, reading } from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { typeOfPaper } from './paperKind.ts';
import { type Printed, paperList, printJobPaper, printPaperOfShop } from './paperService.ts';
import { tellsMoney } from './registry.ts';

const send = (c: Context<AppEnv>, { fileName, bytes }: Printed) => {
  const type = typeOfPaper(fileName);
  return c.body(new Uint8Array(bytes), 200, {
    'Content-Type': type,
    // What a browser can show it shows; the rest is kept.
    'Content-Disposition': `${type === 'application/pdf' ? 'inline' : 'attachment'}; filename="${fileName}"`,
  });
};
/** Beyond the table of rights, for it depends on which paper is asked for. @throws Refusal */
function requireSeen(c: Context<AppEnv>, name: string): void {
  if (tellsMoney(name) && c.get('person').roles.every((r) => r === 'viewer'))
    refuse(403, `${name} is not for who only looks`);
}
const originOf = (c: Context): string => new URL(c.req.url).origin;

/** Papers of a job: sheets as PDF, lists, the board as JSON; each names the revision it was made from. */
export const jobPaperRoutes = new Hono<AppEnv>().get('/:id/out/:name', async (c) => {
  const asked = c.req.query();
  requireSeen(c, c.req.param('name'));
  const [id, name] = [c.req.param('id'), c.req.param('name')];
  const wish = { revision: revisionIn(asked.revision), asked, origin: originOf(c) };
  return send(c, await reading(c, (db) => printJobPaper(db, id, name, wish)));
});

/** Which papers there are, and those of the shop. */
export const paperRoutes = new Hono<AppEnv>()
  .get('/', (c) => c.json(paperList()))
  .get('/:name', async (c) => {
    requireSeen(c, c.req.param('name'));
    return send(c, await reading(c, (db) => printPaperOfShop(db, c.req.param('name'), originOf(c))));
  });
