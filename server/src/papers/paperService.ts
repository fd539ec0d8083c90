import type { Board } from '@ombrik/core/document/board';
import type { Knex } from 'knex';
import { requireSheet } from '../boards/jobFile.ts';
import { type JobSheet, sheetKey } from '../boards/sheet.ts';
import { findQuote } from '../jobs/quotes.ts';
import { refuse } from '../refusal.ts';
import { longWork } from '../work/pools.ts';
import { readWorkshop } from '../workshop/workshopStore.ts';
import { GATHER, GATHER_SHOP } from './gather.ts';
import type { Needs, Paper, ShopNeeds } from './paperKind.ts';
import { PAPERS, SHOP_PAPERS } from './registry.ts';

export interface Printed {
  fileName: string;
  bytes: Uint8Array;
}
type Asked = Readonly<Record<string, string>>;

/** The papers there are and what may be chosen of each, as the browser lists them. */
export const paperList = () => ({
  papers: PAPERS.map(({ name, title, what, place, choices }) => ({ name, title, what, place, choices: choices ?? [] })),
  shop: SHOP_PAPERS.map(({ name, title, what }) => ({ name, title, what })),
});

const named = <T extends { name: string }>(kinds: readonly T[], name: string): T =>
  kinds.find((k) => k.name === name) ??
  refuse(404, `no paper "${name}"; accepted: ${kinds.map((k) => k.name).join(', ')}`);

/** One of some words asked for in the address, the first of them where nobody says. @throws Refusal */
function wordIn<T extends string>(asked: Record<string, string | undefined>, name: string, accepted: readonly T[]): T {
  const said = asked[name] ?? accepted[0]!;
  return accepted.find((a) => a === said) ?? refuse(422, `${name} is "${said}"; accepted: ${accepted.join(', ')}`);
}

/** What was chosen, with what is meant where nobody says. @throws Refusal that names what is accepted */
function chosen(kind: Paper, asked: Asked, board: Board): Record<string, string> {
  const words = Object.fromEntries(
    (kind.choices ?? []).map((c) => [
      c.name,
      wordIn(
        asked,
        c.name,
        c.words.map((w) => w.word),
      ),
    ]),
  );
  if (!kind.panel || (kind.panel === 'any' && asked.panel === undefined)) return words;
  const ids = board.panels.map((p) => p.id);
  return { ...words, panel: wordIn(asked, 'panel', ids) };
}

const fileNameOf = (kind: Paper, sheet: JobSheet, asked: Asked): string =>
  [`job-${sheet.job.number}-r${sheet.revision}`, ...(kind.panel === 'one' ? [asked.panel, asked.face] : []), kind.name]
    .filter(Boolean)
    .join('-');

/** A paper of a job at a revision. @throws Refusal */
export async function printJobPaper(
  db: Knex,
  jobId: string,
  name: string,
  { revision, asked, origin }: { revision: number | undefined; asked: Asked; origin: string },
): Promise<Printed> {
  const kind = named(PAPERS, name);
  // A quote is printed of the board it was made of.
  const quoted = kind.needs?.includes('quote') ? await findQuote(db, jobId, Number(asked.version) || 0) : null;
  return printOfSheet(db, await requireSheet(db, jobId, quoted?.revision ?? revision), kind, asked, origin);
}

/** A paper of a board at hand, made beside what others wait for. @throws Refusal */
export async function printOfSheet(
  db: Knex,
  sheet: JobSheet,
  kind: Paper,
  asked: Asked,
  origin: string,
): Promise<Printed> {
  if (kind.wants === 'cables' && sheet.board.cables.length === 0)
    refuse(409, `${kind.title}: no cable is drawn yet, so there is nothing to print; join parts on the board first`);
  const words = chosen(kind, asked, sheet.board);
  const got: Partial<Record<keyof Needs, unknown>> = {};
  for (const need of kind.needs ?? []) got[need] = await GATHER[need](db, sheet, asked);
  const bytes = await longWork('paper', {
    key: sheetKey(sheet),
    paper: {
      name: kind.name,
      sheet,
      origin: sheet.workshop.address || origin,
      asked: words,
      got: got as Partial<Needs>,
    },
  });
  return { fileName: fileNameOf(kind, sheet, words), bytes };
}

/** A paper of the shop as it stands today. @throws Refusal */
export async function printPaperOfShop(db: Knex, name: string, origin: string): Promise<Printed> {
  const kind = named(SHOP_PAPERS, name);
  const date = new Date().toISOString().slice(0, 10);
  const got: Partial<Record<keyof ShopNeeds, unknown>> = {};
  for (const need of kind.needs) got[need] = await GATHER_SHOP[need](db, date);
  const workshop = await readWorkshop(db);
  const workshopName = workshop?.name ?? 'Workshop';
  const bytes = await longWork('shopPaper', {
    name,
    origin: workshop?.values.address || origin,
    head: { workshopName, date },
    got: got as Partial<ShopNeeds>,
  });
  return { fileName: name, bytes };
}
