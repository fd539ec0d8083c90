import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { flag, list, num, oneOfNumber, oneOfText, orNull, record, some, text } from '@ombrik/core/document/schemaKit';
import { INSTRUMENT_KIND_WORDS } from '@ombrik/core/document/workshop/instrument';
import type { OwnRules } from '@ombrik/core/document/workshop/ownRules';
import { QUANTITY_NAMES } from '@ombrik/core/document/workshop/quantity';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import { ownRulesProblems, ownRulesSchema } from '@ombrik/core/profiles/ownRules';
import { GAUGE_SIZES } from '@ombrik/core/tables/awg';
import { STANDARD_AREAS_MM2 } from '@ombrik/core/tables/conductorResistance';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import { dateText } from '../http/dateText.ts';
import type { AppEnv } from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { firstRunOf, STEPS, settle } from './firstRun.ts';
import { readWorkshop, setWorkshopValues } from './workshopStore.ts';

const share = () => num({ min: 0.1, max: 1 });
const checked = () => ({
  checkedOn: orNull(dateText()),
  everyDays: orNull(num({ min: 1, max: 3650, integer: true, unit: 'days' })),
});
/** Only what changes is sent: two people who change different settings both keep theirs. */
const settings = some({
  usableShare: record({ agm: share(), vented: share(), lifepo4: share() }),
  hourRate: num({ min: 0, max: 1000 }),
  marginShare: num({ min: 0, max: 2 }),
  currency: text(1, 6),
  spareLinks: num({ min: 0, max: 20, integer: true }),
  preferredAreasMm2: list(oneOfNumber([...STANDARD_AREAS_MM2, ...GAUGE_SIZES.map((g) => g.areaMm2)]), { max: 60 }),
  sheets: list(
    record({
      id: text(1, 64),
      material: oneOfText(['plywood', 'plastic', 'absPanel']),
      thicknessMm: num({ min: 1, max: 100, unit: 'mm' }),
      widthMm: num({ min: 50, max: 5000, unit: 'mm' }),
      heightMm: num({ min: 50, max: 5000, unit: 'mm' }),
      grain: oneOfText(['width', 'height', 'none']),
      price: orNull(num({ min: 0, max: 1e6 })),
    }),
    { max: 40 },
  ),
  sawKerfMm: num({ min: 0, max: 10, unit: 'mm' }),
  tools: list(
    record({
      id: text(1, 64),
      name: text(1, 60),
      action: oneOfText(['hydraulic', 'ratchet', 'hexHand', 'indentHand', 'hammer']),
      dies: list(text(1, 40), { max: 60 }),
      ...checked(),
    }),
    { max: 40 },
  ),
  benchTools: list(
    record({
      id: text(1, 64),
      name: text(1, 60),
      kind: oneOfText(['torqueWrench', 'springScale', 'meter', 'other']),
      ...checked(),
      maxKg: orNull(num({ min: 0.1, max: 500, unit: 'kg' })),
      stepKg: orNull(num({ min: 0.001, max: 50, unit: 'kg' })),
      armMm: orNull(num({ min: 50, max: 2000, unit: 'mm' })),
    }),
    { max: 60 },
  ),
  unexplainedRestV: num({ min: 0, max: 5, unit: 'V' }),
  instruments: list(
    record({
      id: text(1, 64),
      name: text(1, 60),
      kind: oneOfText(Object.keys(INSTRUMENT_KIND_WORDS)),
      serial: text(0, 40),
      host: text(0, 120),
      port: orNull(num({ min: 1, max: 65535, integer: true })),
      accuracy: list(
        record({
          quantity: oneOfText(QUANTITY_NAMES),
          upTo: num({ min: 1e-9, max: 1e15 }),
          share: num({ min: 0, max: 1 }),
          floor: num({ min: 0, max: 1e12 }),
        }),
        { max: 40 },
      ),
      registers: list(
        record({
          quantity: oneOfText(QUANTITY_NAMES),
          address: num({ min: 0, max: 65535, integer: true }),
          perUnit: num({ min: 1e-6, max: 1e6 }),
          signed: flag(),
        }),
        { max: 20 },
      ),
      ...checked(),
    }),
    { max: 40 },
  ),
  keptTubes: list(oneOfText(genericCatalogue.shrinks.map((s) => s.id)), { max: 60 }),
  smallEnds: oneOfText(['bare', 'insulated', 'heatShrink']),
  pullEvery: num({ min: 1, max: 1000, integer: true }),
  cutTrimMm: num({ min: 0, max: 50, integer: true, unit: 'mm' }),
  minRemnantMm: num({ min: 1, max: 10_000, integer: true, unit: 'mm' }),
  remnantPreferenceShare: num({ min: 0, max: 0.5 }),
  spares: record({ endShare: num({ min: 0, max: 2 }), lengthShare: num({ min: 0, max: 1 }) }),
  miscountShare: num({ min: 0, max: 0.5 }),
  shortCost: num({ min: 0, max: 10_000 }),
  buildDays: num({ min: 0, max: 120, integer: true }),
  ownRules: list(ownRulesSchema, { max: 20 }),
  address: text(0, 120),
});

/** An address codes can lead to, without what follows its port. @throws Refusal */
function addressOf(said: string): string {
  const url = URL.canParse(said) ? new URL(said) : null;
  if (url === null || !/^https?:$/.test(url.protocol))
    return refuse(422, `address is "${said}"; accepted: where this program is reached, such as http://shop.lan:4173`);
  return url.origin;
}

/** What one workshop holds true for all its boards. Every change is a new version. */
export const workshopRoutes = new Hono<AppEnv>()
  .get('/', async (c) => c.json({ workshop: (await readWorkshop(c.get('db')))?.values ?? null }))
  .get('/first-run', async (c) => c.json(await firstRunOf(c.get('db'))))
  .post('/first-run', body(record({ step: oneOfText(STEPS), settled: flag() })), async (c) => {
    const { step, settled } = c.req.valid('json');
    await settle(c.get('db'), step, settled);
    return c.json(await firstRunOf(c.get('db')));
  })
  .post('/', body(settings), async (c) => {
    const values = c.req.valid('json');
    const problems = ownRulesProblems((values.ownRules ?? []) as readonly OwnRules[]);
    if (problems.length > 0) refuse(422, ...problems);
    if (values.address) values.address = addressOf(values.address);
    return c.json({ workshop: await setWorkshopValues(c.get('db'), values as Partial<Workshop>) });
  });
