import fc from 'fast-check';
import { combinations } from 'mathjs';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { demoBoards, deriveBoard, mountainHutBoard } from '../testing/demoBoards.ts';
import { articleOf } from './articles.ts';
import { cableLabels, goesRound, labelsCsv } from './cableLabels.ts';
import { type CableRecord, cableProgress } from './cableSteps.ts';
import { cableWork, madeIdsOf, progressOfAll } from './cableWork.ts';
import { costRollUp } from './costRollUp.ts';
import { cutPieces } from './cutPieces.ts';
import { choiceOf, planCuts, planFromChoice, type Rod } from './cutPlan.ts';
import { changesOf, makingOrder } from './makingOrder.ts';
import { sumCents } from './money.ts';
import { type JobNeed, netNeeds, purchaseLists } from './netNeeds.ts';
import { readOffers } from './offerFile.ts';
import { choosePacks, type Offer, shortChance } from './packs.ts';
import { cableCode, scanTarget, stockCode } from './scan.ts';
import { sizeUp } from './sizeUp.ts';
import { daysBefore, workingDaysBefore } from './workingDays.ts';

const noParts = partIndex({ customParts: [] }, genericCatalogue);
const article = (id: string) => articleOf(id, genericCatalogue, noParts, defaultWorkshop.sheets);
const hut = deriveBoard(mountainHutBoard());
const job = { id: 'jb_hut', number: 402 };
const pieces = cutPieces(job, hut.cables, defaultWorkshop);
const rod = (stockId: string, articleId: string, freeMm: number, started = true, receivedAt = '2026-01-01'): Rod => ({
  stockId,
  articleId,
  label: stockId,
  freeMm,
  receivedAt,
  started,
});

describe('articles', () => {
  // Cable with its colour.
  it('every line of every demo parts list is an article of the store', () => {
    for (const board of demoBoards())
      for (const line of deriveBoard(board).parts) {
        const found = article(line.partId);
        expect(found?.name, line.partId).toBe(line.name);
        expect(found!.unit).toBe(line.unit === 'm' ? 'mm' : 'pcs');
      }
    for (const bad of ['pvc70-50', 'pvc70-50/XX', 'flat-20x3/RD', 'nonsense', '']) expect(article(bad)).toBeNull();
  });
});

describe('cutting a job from the store', () => {
  const store = [
    rod('old', 'pvc70-35/RD', 860),
    rod('older', 'pvc70-35/RD', 1310, true, '2025-01-01'),
    rod('reel', 'pvc70-35/RD', 31_000, false),
    rod('short', 'pvc70-4/WH', 5000),
  ];
  const plan = planCuts(pieces, store, article, defaultWorkshop);
  it('cuts every piece once, with its trim, and marks that run along the rod', () => {
    const ids = plan.groups.flatMap((g) => g.rods.flatMap((r) => r.cuts.map((c) => c.piece.id)));
    expect(plan.impossible).toEqual([]);
    expect(ids.sort()).toEqual(pieces.map((p) => p.id).sort());
    for (const g of plan.groups)
      for (const r of g.rods) {
        let at = 0;
        for (const c of r.cuts) {
          expect([c.fromMm, c.toMm]).toEqual([at, at + c.piece.lengthMm]);
          at = c.toMm;
        }
        expect(at + r.restMm).toBe(r.lengthMm);
        // The longest comes first, so that a spoiled one still makes a shorter.
        expect([...r.cuts].sort((a, b) => b.piece.lengthMm - a.piece.lengthMm).map((c) => c.piece.lengthMm)).toEqual(
          r.cuts.map((c) => c.piece.lengthMm),
        );
      }
    const w1 = hut.cables[0]!;
    expect(pieces.find((p) => p.cableId === w1.cableId && p.id.endsWith('/cable'))!.lengthMm).toBe(
      Math.ceil(w1.cutMm + defaultWorkshop.cutTrimMm),
    );
  });
  it('buys only what the store lacks, and says what nothing is long enough for', () => {
    const of = (id: string) => plan.groups.find((g) => g.articleId === id)!;
    const lacking = plan.groups.find((g) => !store.some((r) => r.articleId === g.articleId))!;
    expect([of('pvc70-35/RD').toBuy, lacking.toBuy > 0]).toEqual([0, true]);
    const long = [{ ...pieces[0]!, lengthMm: 60_000, articleId: 'pvc70-50/RD' }];
    expect(planCuts(long, [], article, defaultWorkshop).impossible[0]!.why).toContain('60000 mm, the longest there is');
    expect(planCuts([{ ...pieces[0]!, articleId: 'x' }], [], article, defaultWorkshop).impossible[0]!.why).toBe(
      'not in the catalogue',
    );
  });
  // A choice that does not fit is refused with its place.
  it('a plan taken by its choice is the same plan', () => {
    const again = planFromChoice(choiceOf(plan), pieces, store, article, defaultWorkshop);
    expect(again.groups).toEqual(plan.groups);
    const refusal =
      (choice: ReturnType<typeof choiceOf>, rods = store) =>
      () =>
        planFromChoice(choice, pieces, rods, article, defaultWorkshop);
    expect(
      refusal(
        choiceOf(plan),
        store.filter((r) => r.stockId !== 'older'),
      ),
    ).toThrow('"older" is not in the store');
    expect(refusal([...choiceOf(plan), ...choiceOf(plan)])).toThrow('or is in the plan twice');
    expect(
      refusal(
        choiceOf(plan),
        store.map((r) => ({ ...r, freeMm: 200 })),
      ),
    ).toThrow('has 200 mm free');
  });
  it('flat copper is sawn: the saw takes its width between pieces', () => {
    const bars = ['a', 'b'].map((id) => ({ ...pieces[0]!, id, articleId: 'flat-20x5', lengthMm: 300 }));
    const [group] = planCuts(bars, [rod('bar', 'flat-20x5', 620)], article, defaultWorkshop).groups;
    expect(group!.rods[0]!.cuts[1]!.fromMm).toBe(300 + defaultWorkshop.sawKerfMm);
  });
});

describe('order of making', () => {
  // And is the same set of cables (property).
  it('never needs more changes than the drawing’s order', () => {
    const need = fc.record({
      reel: fc.constantFrom('a', 'b', 'c'),
      dies: fc.uniqueArray(fc.constantFrom('x', 'y', 'z'), { minLength: 0, maxLength: 2 }),
    });
    fc.assert(
      fc.property(fc.array(need, { maxLength: 14 }), (needs) => {
        const cables = needs.map((n, i) => ({ cableId: `c${i}`, ...n }));
        const { order, changes, asDrawn } = makingOrder(cables);
        expect(changes.reels + changes.dies).toBeLessThanOrEqual(asDrawn.reels + asDrawn.dies);
        expect(order.map((o) => o.cableId).sort()).toEqual(cables.map((c) => c.cableId).sort());
        expect(changesOf(order)).toEqual(changes);
      }),
    );
  });
  it('counts a change of die only where the other end cannot come first', () => {
    const cable = (n: number, ...dies: string[]) => ({ cableId: `${n}`, reel: 'r', dies });
    expect(changesOf([cable(1, 'x', 'y'), cable(2, 'x', 'y'), cable(3, 'y')])).toEqual({ reels: 1, dies: 3 });
    expect(changesOf([cable(1, 'x'), cable(2, 'x')])).toEqual({ reels: 1, dies: 1 });
  });
  // Parallel leads are marked equal.
  it('die by die needs each die once; the first crimp of each die is pulled', () => {
    const work = cableWork(hut.cables, defaultWorkshop);
    const dies = new Set(
      hut.cables.flatMap((c) => c.cores.flatMap((k) => [k.from, k.to].flatMap((e) => e.crimp?.dieId ?? []))),
    );
    expect(work.dieByDie.dies).toBe(dies.size);
    for (const run of work.dieRuns) {
      const first = work.order.find((c) =>
        c.cores.some((k) => [k.from, k.to].some((e) => e.crimp?.dieId === run.dieId)),
      )!;
      const pulls = first.cores.some((k) => [k.from, k.to].some((e) => e.crimp?.dieId === run.dieId && e.crimp.pull));
      expect(work.pullDue.has(first.cableId)).toBe(pulls || work.pullDue.has(first.cableId));
      if (pulls) expect(work.pullDue.has(first.cableId)).toBe(true);
    }
    const [id, others] = [...work.equals][0]!;
    const length = (name: string) =>
      Math.round(hut.cables.find((c) => c.designation === name || c.cableId === name)!.cutMm);
    for (const o of others) expect(length(o)).toBe(length(id));
  });
});

describe('steps of a cable', () => {
  const cable = hut.cables.find((c) => c.cores[0]!.from.crimp?.pull && c.cores[0]!.from.shrinkId)!;
  const says = (said: CableRecord['said'], fingerprint = cable.fingerprint): CableRecord => ({
    cableId: cable.cableId,
    fingerprint,
    said,
    personName: 'Jonas',
    at: '2026-01-02T10:00:00Z',
  });
  const step = (name: 'cut' | 'stripped' | 'crimped' | 'pulled' | 'shrunk' | 'labelled', done = true) =>
    says({ kind: 'step', step: name, done });
  const all = (['cut', 'stripped', 'crimped', 'pulled', 'shrunk', 'labelled'] as const).map((s) => step(s));
  it('is made when every step it needs is done, to today’s spec', () => {
    expect(cableProgress(cable, all, true).made).toBe(true);
    expect(
      cableProgress(
        cable,
        all.filter((r) => r.said.kind !== 'step' || r.said.step !== 'pulled'),
        true,
      ).made,
    ).toBe(false);
    expect(
      cableProgress(
        cable,
        all.filter((r) => r.said.kind !== 'step' || r.said.step !== 'pulled'),
        false,
      ).made,
    ).toBe(true);
    const older = cableProgress(
      cable,
      [...all.slice(0, 5), says({ kind: 'step', step: 'labelled', done: true }, 'old')],
      true,
    );
    expect([older.made, older.older]).toEqual([false, true]);
  });
  // A redo starts anew with its reason.
  it('a step is taken back, a whole cable ticked and unticked', () => {
    expect(cableProgress(cable, [...all, step('crimped', false)], true).made).toBe(false);
    expect(cableProgress(cable, [says({ kind: 'made', made: true })], true).made).toBe(true);
    expect(cableProgress(cable, [...all, says({ kind: 'made', made: false })], true).steps.some((s) => s.done)).toBe(
      false,
    );
    const redo = cableProgress(cable, [...all, says({ kind: 'redo', reason: 'cut too short', scrap: 'bin' })], true);
    expect([redo.made, redo.redone[0]!.reason]).toEqual([false, 'cut too short']);
    const progress = progressOfAll(hut.cables, [says({ kind: 'made', made: true })], defaultWorkshop);
    expect([...madeIdsOf(progress)]).toEqual([cable.cableId]);
  });
});

describe('packs against singles', () => {
  const offer = (packQuantity: number, packPrice: number, supplier = 'A', leadDays = 4): Offer => ({
    id: `${supplier}${packQuantity}`,
    articleId: 'lug-6-m8',
    supplier,
    packQuantity,
    packPrice,
    leadDays,
  });
  const lugs = [offer(1, 0.5), offer(10, 4)];
  const rules = { miscountShare: 0.03, shortCost: 14 };
  // Summed with mathjs.
  it('the chance to come up short is that of the binomial distribution', () => {
    for (const [bought, needed, p] of [
      [10, 7, 0.03],
      [7, 7, 0.03],
      [40, 38, 0.1],
    ] as const) {
      let short = 0;
      for (let bad = bought - needed + 1; bad <= bought; bad++)
        short += combinations(bought, bad) * p ** bad * (1 - p) ** (bought - bad);
      expect(shortChance(bought, needed, p)).toBeCloseTo(short, 10);
    }
    expect([shortChance(5, 6, 0), shortChance(6, 6, 0)]).toEqual([1, 0]);
  });
  // Figures of common practice.
  it('ten for 4.00 or 0.50 each: one or two singly, seven as a pack', () => {
    const packs = (n: number, by = rules) =>
      choosePacks(n, lugs, by)[0]!.packs.map((p) => `${p.count}×${p.offer.packQuantity}`);
    expect(packs(1)).toEqual(['1×1']);
    expect(packs(2)).toEqual(['3×1']);
    expect(packs(7)).toEqual(['1×10']);
    // Nobody ever loses one: seven singles are cheaper than the pack.
    expect(packs(7, { miscountShare: 0, shortCost: 14 })).toEqual(['7×1']);
    expect(packs(8, { miscountShare: 0, shortCost: 14 })).toEqual(['1×10']);
  });
  it('is never short of the need and never dearer than singles alone (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 90 }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        (needed, miscountShare) => {
          const [best] = choosePacks(needed, lugs, { miscountShare, shortCost: 14 });
          expect(best!.quantity).toBeGreaterThanOrEqual(needed);
          const single = choosePacks(needed, [lugs[0]!], { miscountShare, shortCost: 14 })[0]!;
          expect(best!.expectedCost).toBeLessThanOrEqual(single.expectedCost + 1e-9);
          expect(best!.price).toBeCloseTo(
            best!.packs.reduce((s, p) => s + p.count * p.offer.packPrice, 0),
            9,
          );
        },
      ),
    );
  });
});

describe('net need', () => {
  const need = (parts: JobNeed['parts'], more: Partial<JobNeed> = {}): JobNeed => ({
    jobId: 'a',
    jobNumber: 1,
    jobName: 'A',
    wantedOn: '2026-12-18',
    parts,
    pieces: [],
    taken: {},
    ...more,
  });
  const part = (partId: string, quantity: number, supply: 'workshop' | 'customer' = 'workshop') => ({
    partId,
    group: 'end' as const,
    quantity,
    supply,
  });
  const offers: Offer[] = [
    { id: 'o', articleId: 'lug-50-m8', supplier: 'S', packQuantity: 1, packPrice: 2, leadDays: 10 },
  ];
  const net = (jobs: JobNeed[], store: Partial<Parameters<typeof netNeeds>[1]> = {}) =>
    netNeeds(jobs, { pieces: {}, rods: [], onOrder: {}, ...store }, article, offers, defaultWorkshop, '2026-11-25');
  // The customer’s own is not bought.
  it('sums over jobs, less what is taken, in store and on order, with spares', () => {
    const [line] = net(
      [
        need([part('lug-50-m8', 20)]),
        need([part('lug-50-m8', 7), part('lug-6-m8', 3, 'customer')], {
          jobId: 'b',
          jobNumber: 2,
          taken: { 'lug-50-m8': 2 },
        }),
      ],
      { pieces: { 'lug-50-m8': 4 }, onOrder: { 'lug-50-m8': 6 } },
    );
    expect(line).toMatchObject({ needed: 25, spares: 3, inStore: 4, onOrder: 6, net: 18 });
    expect(line!.byJob).toEqual([
      { jobNumber: 1, quantity: 20 },
      { jobNumber: 2, quantity: 5 },
    ]);
    expect(net([need([part('lug-6-m8', 3, 'customer')])])).toEqual([]);
  });
  // A late one says how late.
  it('the last day to order is before lead time and build days', () => {
    const [line] = net([need([part('lug-50-m8', 2)])]);
    // Five working days before Friday 18 December is Friday the 11th, ten days before that the 1st.
    expect([line!.orderBy, line!.daysLeft]).toEqual(['2026-12-01', 6]);
    expect(workingDaysBefore('2026-12-14', 1)).toBe('2026-12-11');
    expect(daysBefore('2026-03-01', 1)).toBe('2026-02-28');
  });
  it('metres in remnants too short do not count as cover', () => {
    const cut = [1, 2].map((i) => ({ ...pieces[0]!, id: `p${i}`, articleId: 'pvc70-4/WH', lengthMm: 4000 }));
    const rods = [rod('r1', 'pvc70-4/WH', 3900), rod('r2', 'pvc70-4/WH', 4200)];
    const [line] = net([need([], { pieces: cut })], { rods });
    expect(line).toMatchObject({ needed: 8000, inStore: 8100, tooShortMm: 4000 });
    // What stays of the remnants is spare enough.
    expect(line!.net).toBe(4000);
    expect(net([need([], { pieces: cut.slice(0, 1) })], { rods })[0]!.net).toBe(0);
  });
  it('where a roll has to be bought anyway, the store is still used up beside it', () => {
    const cut = [9000, 3000].map((lengthMm, i) => ({ ...pieces[0]!, id: `p${i}`, articleId: 'pvc70-4/WH', lengthMm }));
    const rods = [rod('r1', 'pvc70-4/WH', 4900), rod('r2', 'pvc70-4/WH', 4200)];
    const [line] = net([need([], { pieces: cut })], { rods });
    expect(line!.net).toBe(9000);
  });
  // Property.
  it('the total of every purchase list is the sum of its lines, to the cent', () => {
    const oddOffers = fc.array(
      fc.record({
        id: fc.uuid(),
        articleId: fc.constantFrom('lug-50-m8', 'lug-6-m8', 'ferrule-4', 'blade-5'),
        supplier: fc.constantFrom('S', 'T'),
        packQuantity: fc.integer({ min: 1, max: 25 }),
        packPrice: fc.integer({ min: 1, max: 9999 }).map((c) => c / 100),
        leadDays: fc.integer({ min: 0, max: 30 }),
      }),
      { minLength: 1, maxLength: 8 },
    );
    const parts = fc.array(
      fc.record({
        partId: fc.constantFrom('lug-50-m8', 'lug-6-m8', 'ferrule-4', 'blade-5'),
        group: fc.constant('end' as const),
        quantity: fc.integer({ min: 1, max: 60 }),
        supply: fc.constant('workshop' as const),
      }),
      { maxLength: 6 },
    );
    fc.assert(
      fc.property(oddOffers, parts, (some, list) => {
        const needs = netNeeds(
          [need(list)],
          { pieces: {}, rods: [], onOrder: {} },
          article,
          some,
          defaultWorkshop,
          '2026-11-25',
        );
        for (const l of purchaseLists(needs)) {
          expect(Math.round(l.total * 100)).toBe(sumCents(l.lines.map((x) => x.total)));
          for (const x of l.lines) expect(x.total).toBeCloseTo(x.count * x.priceEach, 9);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('costs', () => {
  // And the totals to their lines (property).
  it('each line’s three reasons add up to its difference', () => {
    const line = fc.record({
      partId: fc.constantFrom('a', 'b', 'c', 'd'),
      name: fc.constant('x'),
      unit: fc.constantFrom('pcs' as const, 'm' as const),
      quantity: fc.integer({ min: 1, max: 500 }).map((n) => n / 10),
      total: fc.option(fc.integer({ min: 0, max: 99_999 }).map((c) => c / 100)),
      supply: fc.constantFrom('workshop' as const, 'customer' as const),
    });
    const taken = fc.record({
      articleId: fc.constantFrom('a', 'b', 'e'),
      name: fc.constant('y'),
      quantity: fc.integer({ min: -50, max: 9000 }),
      unitCost: fc.option(fc.double({ min: 0, max: 3, noNaN: true })),
      wasted: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.uniqueArray(line, { selector: (l) => l.partId }), fc.array(taken), (planned, took) => {
        const roll = costRollUp(planned, took, { plannedH: 12.5, workedH: 14, hourRate: 52 });
        for (const l of roll.lines)
          expect(l.byQuantityCents + l.byPriceCents + l.byWasteCents).toBe(l.actualCents - l.plannedCents);
        expect(roll.plannedCents).toBe(roll.lines.reduce((s, l) => s + l.plannedCents, 0));
        expect(roll.actualCents).toBe(roll.lines.reduce((s, l) => s + l.actualCents, 0));
      }),
    );
  });
  it('says what made the difference', () => {
    const planned = [
      { partId: 'lug', name: 'Lug', unit: 'pcs' as const, quantity: 10, total: 20, supply: 'workshop' as const },
    ];
    const took = (quantity: number, unitCost: number, wasted = false) => ({
      articleId: 'lug',
      name: 'Lug',
      quantity,
      unitCost,
      wasted,
    });
    const of = (...t: ReturnType<typeof took>[]) =>
      costRollUp(planned, t, { plannedH: 1, workedH: 1, hourRate: 50 }).lines.find((l) => l.articleId === 'lug')!;
    expect(of(took(10, 2)).why).toBe('');
    expect(of(took(12, 2))).toMatchObject({ byQuantityCents: 400, byPriceCents: 0, why: 'more was used' });
    expect(of(took(10, 2.5))).toMatchObject({ byQuantityCents: 0, byPriceCents: 500, why: 'it cost more' });
    expect(of(took(10, 2), took(1, 2, true))).toMatchObject({ byWasteCents: 200, why: 'some was spoiled or scrapped' });
    expect(of().why).toBe('not taken from the store yet');
  });
});

describe('price lists, codes, labels', () => {
  it('a list is read whole or not at all, with line, field and what is accepted', () => {
    const head = 'article,supplier,pack,price,lead_days\n';
    const good = readOffers(`${head}lug-50-m8,Row,10,17.5,4\npvc70-4/WH,Row,100,71,4\n`, article);
    expect(good.offers.map((o) => o.packQuantity)).toEqual([10, 100_000]);
    const bad = readOffers(`${head}lug-50-m8,Row,10,17.5,4\nnothing,,x,-1,400\n`, article);
    expect(bad.offers).toEqual([]);
    expect(bad.problems.join('\n')).toMatch(
      /line 3: article is "nothing"[\s\S]*supplier is ""[\s\S]*pack is "x"[\s\S]*price is "-1"[\s\S]*lead_days is "400"/,
    );
    expect(readOffers('a,b\n1,2', article).problems[0]).toContain('columns missing: article');
    expect(readOffers(head, article).problems).toEqual(['the list has no lines']);
  });
  it('codes lead back to what they were made from, typed or scanned (property)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 99_999 }), fc.string({ minLength: 1, maxLength: 12 }), (number, name) => {
        fc.pre(name.trim() !== '');
        expect(scanTarget(cableCode('http://127.0.0.1:4100', number, name))).toEqual({
          kind: 'cable',
          jobNumber: number,
          designation: name,
        });
        expect(scanTarget(stockCode('http://127.0.0.1:4100', number))).toEqual({ kind: 'stock', number });
      }),
    );
    expect(scanTarget(' 402/W12 ')).toEqual({ kind: 'cable', jobNumber: 402, designation: 'W12' });
    expect(scanTarget('no. 1003')).toEqual({ kind: 'stock', number: 1003 });
    for (const bad of ['', 'W12', '402/', 'http://elsewhere/x/1', '/c/1/%E0%A4%A']) expect(scanTarget(bad)).toBeNull();
  });
  // A wrap that cannot go round is told.
  it('two labels a core, each naming its own end first', () => {
    const labels = cableLabels(hut.cables, genericCatalogue);
    expect(labels).toHaveLength(hut.cables.reduce((s, c) => s + 2 * c.cores.length, 0));
    const [first, second] = labels;
    expect([first!.here, first!.there]).toEqual([second!.there, second!.here]);
    expect(labelsCsv(labels, (l) => `code ${l.name}`).split('\r\n')).toHaveLength(labels.length + 1);
    expect([goesRound(75, 20, 14), goesRound(38, 14, 14)]).toEqual([true, false]);
  });
});

describe('a size up that lies in the store', () => {
  // And is an edit that can be made.
  it('says what would change in parts, price and findings', () => {
    const board = mountainHutBoard();
    const way = sizeUp(
      board,
      hut,
      'pvc70-35/RD',
      50,
      genericCatalogue,
      profileOf(board, defaultWorkshop),
      defaultWorkshop,
    )!;
    expect(way.cables.length).toBe(
      hut.cables.filter((c) => c.cableTypeId === 'pvc70-35' && c.cores[0]!.colour === 'RD').length,
    );
    const change = (name: RegExp) => way.parts.filter((p) => name.test(p.name)).reduce((s, p) => s + p.change, 0);
    expect(change(/^Compression lug 35/)).toBeLessThan(0);
    expect(change(/^Compression lug 50/)).toBe(-change(/^Compression lug 35/));
    expect(way.priceCents).toBeGreaterThan(0);
    expect(way.articleIds).toEqual(['pvc70-50/RD']);
    expect(
      sizeUp(board, hut, 'pvc70-35/RD', 35, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop),
    ).toBeNull();
  });
});
