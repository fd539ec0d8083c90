import { describe, expect, it } from 'vitest';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { cutPieces } from '../../stock/cutPieces.ts';
import { dossierOf } from '../../testing/deviceTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const monitored = () =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('F2', 'holder-blade', { at: [300, 90] })
    .item('P1', 'display-system', shelf)
    .item('P2', 'data-hub-6', { at: [300, 400] })
    .item('P3', 'sensor-temperature', shelf)
    .wire('G1:plus', 'F1:line', { runMm: 150, sheathed: true })
    .wire('F1:load', 'F2:line')
    .wire('F2:load', 'P1:plus', { runMm: 500 })
    .wire('G1:minus', 'P1:minus', { runMm: 900 })
    .wire('P1:data1', 'P2:d1', { runMm: 1400 });

describe('displays, sensors and the leads between them', () => {
  it('a data lead is bought in the stock length that reaches, with its plugs on', () => {
    const { cables, parts, findings } = dossierOf(monitored());
    const lead = cables.find((c) => c.lead)!;
    expect(lead.lead).toEqual({ plug: '8p8c', stockMm: 1800, partId: 'data-lead-8p8c-1800' });
    expect(parts.find((l) => l.partId === 'data-lead-8p8c-1800')).toMatchObject({ quantity: 1, usedBy: ['W5'] });
    expect(findings.find((f) => f.kind === 'lead-from-stock')!.says).toContain('ready-made lead of 1.8 m');
    expect([lead.cores[0]!.from.crimp, lead.cores[0]!.to.lugName]).toEqual([null, 'plug 8p8c']);
  });
  it('nothing of it is cut, sized or crimped in the shop', () => {
    const { cables, cuts, findings } = dossierOf(monitored());
    const id = cables.find((c) => c.lead)!.cableId;
    expect(cuts.flatMap((g) => g.pieces).map((c) => c.cableId)).not.toContain(id);
    expect(cutPieces({ id: 'j', number: 1 }, cables, defaultWorkshop).map((p) => p.cableId)).not.toContain(id);
    const about = findings.filter((f) => f.where.cableIds.includes(id)).map((f) => f.kind);
    expect(about).toEqual(['lead-from-stock']);
  });
  it('a display draws what its sheet says, behind a fuse of its own', () => {
    const { flows, sizing, findings } = dossierOf(monitored());
    expect(flows.find((f) => f.itemId === 'it_P1')!.designCurrentA).toBe(0.3);
    expect(sizing.seats.find((s) => s.itemId === 'it_F2')!.ratingA).toBe(1);
    expect(findings.filter((f) => f.severity === 'stop').map((f) => f.says)).toEqual([]);
  });
});
