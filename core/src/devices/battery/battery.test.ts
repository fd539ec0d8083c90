import { describe, expect, it } from 'vitest';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { bench, lamp, parts, shelf } from '../../testing/kit.ts';

const bank = (id: string) =>
  bench({ chemistry: id.includes('agm') ? 'agm' : 'lifepo4' })
    .item('G1', id, shelf)
    .item('G2', id, shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 120 } } })
    .wire('G1:plus', 'G2:plus', { runMm: 200 })
    .wire('G1:minus', 'G2:minus', { runMm: 200 })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'E1:plus', { runMm: 1000 })
    .wire('E1:minus', 'G2:minus', { runMm: 1000 });

describe('a battery', () => {
  it('is a stiff source of its chemistry’s volts behind its own resistance', () => {
    const { netlist, potentials, node } = stagesOf(lamp());
    expect(netlist.sources.map((s) => s.element.kind)).toEqual(['battery']);
    expect(potentials.nodeV[node('G1:plus')]! - potentials.nodeV[node('G1:minus')]!).toBeCloseTo(12, 6);
  });
  // The near plus has the far minus.
  it('two side by side share a load by what each sees', () => {
    const { sizing } = stagesOf(bank('battery-lifepo4-12-100'));
    // 120 W at 12 V is 10 A through the fuse; about half of it crosses the link from the second battery.
    const [link, , main] = sizing.wires;
    expect(main!.designCurrentA).toBeCloseTo(10, 6);
    expect(link!.operatingCurrentA).toBeGreaterThan(4);
    expect(link!.operatingCurrentA).toBeLessThan(6);
  });
  it('stands strapped off the board, and gives gas when it is lead', () => {
    expect(parts.get('battery-agm-12-100')!.body).toMatchObject({ heldBy: 'strap', gives: 'gas', openTerminals: true });
    expect(parts.get('battery-lifepo4-12-100')!.body).toMatchObject({ heldBy: 'strap', gives: 'nothing' });
  });
  it('a lithium one cuts itself off, a lead one does not', () => {
    const cut = (id: string) => parts.get(id)!.elements.find((e) => e.kind === 'battery')!.bmsCutA;
    expect(cut('battery-lifepo4-12-100')).toBe(300);
    expect(cut('battery-agm-12-100')).toBeNull();
  });
  it('with outputs says whether its cells may be charged and emptied', () => {
    const outputs = parts.get('battery-lifepo4-12-100-outputs')!.elements.filter((e) => e.kind === 'contact');
    expect(outputs.map((e) => e.follows)).toEqual(['cellsTakeCharge', 'cellsGiveCharge']);
    expect(outputs.every((e) => e.selfLimiting)).toBe(true);
  });
  it('is bought by the workshop and tested before its fuse goes in', () => {
    const dossier = dossierOf(lamp());
    expect(dossier.parts.find((l) => l.partId === 'battery-lifepo4-12-100')?.quantity).toBe(1);
    const stages = dossier.bench.map((s) => s.stage);
    expect(stages.indexOf('bank')).toBeLessThan(stages.indexOf('power'));
  });
});
