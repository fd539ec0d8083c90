import { describe, expect, it } from 'vitest';
import { isBreaker } from '../../document/part/part.ts';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { bench, parts, shelf } from '../../testing/kit.ts';
import { genericCatalogue } from '../genericCatalogue.ts';

const board = (holder: string, currentA: number) =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('F1', holder, { at: [110, 90] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'amps', currentA } } })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'E1:plus', { runMm: 900 })
    .wire('E1:minus', 'G1:minus', { runMm: 900 });
const holders = [...parts.values()].filter((p) => p.kind === 'fuseHolder');

describe('a fuse holder', () => {
  it.each(holders.map((p) => [p.id, p] as const))(
    '%s takes the smallest link of its style that carries its line',
    (id, p) => {
      const seat = p.elements.find((e) => e.kind === 'fuseSeat')!;
      const currentA = Math.min(30, seat.maxRatingA / 2);
      const { sizing } = stagesOf(board(id, currentA));
      const [found] = sizing.seats;
      const styles = genericCatalogue.fuseLinks.filter((l) => l.style === seat.style && l.ratingA <= seat.maxRatingA);
      expect(styles.map((l) => l.ratingA)).toContain(found!.ratingA);
      const enough = styles.map((l) => l.ratingA).filter((a) => a >= found!.minimumA - 1e-9);
      expect(found!.ratingA).toBe(Math.min(...enough));
      expect(found!.minimumA).toBeGreaterThanOrEqual(currentA);
    },
  );
  it('with no link big enough says so', () => {
    expect(stagesOf(board('holder-blade', 60)).sizing.seats[0]!.minimumA).toBeGreaterThan(60);
    expect(dossierOf(board('holder-blade', 60)).findings.map((x) => x.kind)).toContain('no-fuse-fits');
    expect(dossierOf(board('holder-blade', 20)).findings.map((x) => x.kind)).not.toContain('no-fuse-fits');
  });
  it('only a hydraulic breaker is told which way round it stands', () => {
    for (const p of holders)
      for (const e of p.elements) if (e.kind === 'fuseSeat') expect(e.polarised && !isBreaker(e.style)).toBe(false);
    expect(holders.filter((p) => p.elements.some((e) => e.kind === 'fuseSeat' && e.polarised))).toHaveLength(1);
  });
});
