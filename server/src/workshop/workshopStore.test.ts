import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listOffers, putOffers, removeOffer } from '../buying/offers.ts';
import { inWorkshop } from '../database/inWorkshop.ts';
import { testServer } from '../testing/testServer.ts';
import { createWorkshop, readWorkshop, setWorkshopValues } from './workshopStore.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let db: ReturnType<typeof inWorkshop>;
beforeAll(async () => {
  server = await testServer();
  // As every request is served.
  db = inWorkshop(server.serving, server.workshopId);
});
afterAll(() => server.close());
const offer = (packPrice: number) => ({
  ...{ articleId: 'cable-flex-16', supplier: 'Kernhall Wire', packQuantity: 50, leadDays: 3 },
  packPrice,
});
const priceOf = async () => (await readWorkshop(db))!.values.prices['cable-flex-16'];

describe('a workshop is read anew where it has changed, and only there', () => {
  it('who asks twice gets the same, and cannot bend it for the next', async () => {
    const [a, b] = [await readWorkshop(db), await readWorkshop(db)];
    expect(a).toBe(b);
    expect(() => Object.assign(a!.values, { hourRate: 1 })).toThrow(TypeError);
    expect(() => Object.assign(a!.values.tools[0]!, { name: 'x' })).toThrow(TypeError);
  });
  it('an offer that is put, changed or taken away is in the prices of the next look, with another version', async () => {
    const versions = [(await readWorkshop(db))!.values.version];
    const before = await priceOf();
    await putOffers(db, [offer(400)]);
    const dear = await priceOf();
    versions.push((await readWorkshop(db))!.values.version);
    await putOffers(db, [offer(100)]);
    const cheap = await priceOf();
    versions.push((await readWorkshop(db))!.values.version);
    expect([before === dear, dear === cheap]).toEqual([false, false]);
    const own = (await listOffers(db)).find((o) => o.supplier === 'Kernhall Wire' && o.articleId === 'cable-flex-16')!;
    await removeOffer(db, own.id);
    expect(await priceOf()).toEqual(before);
    expect(new Set(versions).size).toBe(3);
  });
  it('who owns the database changes offers past the program: that is seen too', async () => {
    await putOffers(db, [offer(320)]);
    const before = await priceOf();
    await server.owner('offers').where({ supplier: 'Kernhall Wire' }).update({ pack_price: 800 });
    expect(await priceOf()).not.toEqual(before);
    await server.owner('offers').where({ supplier: 'Kernhall Wire' }).delete();
  });
  it('what is taken back was never so, for others and afterwards', async () => {
    const before = (await readWorkshop(db))!.values;
    await expect(
      db.transaction(async (trx) => {
        await setWorkshopValues(trx, { hourRate: 77 });
        await setWorkshopValues(trx, { hourRate: 78 });
        expect((await readWorkshop(trx))!.values.hourRate).toBe(78);
        expect((await readWorkshop(db))!.values.hourRate).toBe(before.hourRate);
        throw new Error('taken back');
      }),
    ).rejects.toThrow('taken back');
    expect((await readWorkshop(db))!.values).toEqual(before);
    await setWorkshopValues(db, { hourRate: 79 });
    expect((await readWorkshop(db))!.values.hourRate).toBe(79);
  });
  it('offers of one workshop change no other', async () => {
    const otherId = await server.owner.transaction((trx) => createWorkshop(trx, 'Another', false));
    const other = inWorkshop(server.serving, otherId);
    const own = await readWorkshop(db);
    await putOffers(other, [offer(5)]);
    expect(await readWorkshop(db)).toBe(own);
    expect((await readWorkshop(other))!.values.prices['cable-flex-16']).toBeDefined();
  });
});
