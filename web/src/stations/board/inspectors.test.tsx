// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useJob } from '../../session/useJob.ts';
import { commit, press } from '../../testing/hands.ts';
import { MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import type { BoardView } from './boardView.ts';
import { CableInspector } from './CableInspector.tsx';
import { OutlineImport } from './OutlineImport.tsx';
import { OwnLinkForm } from './OwnLinkForm.tsx';
import { PanelInspector } from './PanelInspector.tsx';
import { PartPalette } from './PartPalette.tsx';

vi.mock('../../ui/reading.ts', () => import('../../testing/readOnTheSpot.ts'));

beforeEach(() => {
  serverThat({
    '/api/me': MIRA,
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('a panel', () => {
  async function open() {
    const job = await openJob();
    const Shown = () => <PanelInspector panel={useJob().board.panels[0]!} face="front" />;
    show(<Shown />, { job });
    return { job, panel: () => job.now().board.panels[0]! };
  }
  it('made wider keeps its fixings at their distance from the nearer edge', async () => {
    const { job, panel } = await open();
    const before = panel();
    const right = (p: typeof before) => Math.max(...p.outline.map((q) => q.xMm));
    const width = right(before);
    await commit(screen.getByLabelText('Width'), String(width + 100));
    const after = panel();
    expect(right(after)).toBe(width + 100);
    after.fixings.forEach((f, n) => {
      const was = before.fixings[n]!;
      const toEdge = (x: number, w: number) => Math.min(x, w - x);
      expect(toEdge(f.xMm, width + 100)).toBeCloseTo(toEdge(was.xMm, width));
    });
    await waitFor(() => expect(job.sent).toEqual([`${before.name}: size`]));
  });
  it('thicker weighs more, and the figure can be asked why', async () => {
    const { job, panel } = await open();
    const kg = () => job.now().dossier.bodies.find((b) => b.panelId === panel().id)!.panelKg;
    const before = kg();
    await commit(screen.getByLabelText('Thickness'), String(panel().thicknessMm * 2));
    await waitFor(() => expect(kg()).toBeCloseTo(before * 2, 1));
  });
  it('a fixing is added, moved and taken away', async () => {
    const { panel } = await open();
    const count = panel().fixings.length;
    await press('Add a fixing');
    expect(panel().fixings).toHaveLength(count + 1);
    await waitFor(() => expect(screen.getAllByRole('button', { name: /^Remove fixing/ }).length).toBeGreaterThan(0));
    await press('Remove fixing 1');
    await waitFor(() => expect(panel().fixings).toHaveLength(count));
  });
  it('a box with a lid has room under it, and open it has none', async () => {
    const { panel } = await open();
    const front = screen.getByLabelText('In front');
    await act(async () => void fireEvent.change(front, { target: { value: 'lid' } }));
    expect(panel().frontClearanceMm).toBe(200);
    await act(async () => void fireEvent.change(front, { target: { value: 'open' } }));
    expect(panel().frontClearanceMm).toBeNull();
  });
});

describe('a cable', () => {
  async function open() {
    const job = await openJob();
    const first = job.now().board.cables[0]!;
    const Shown = () => {
      const cable = useJob().board.cables.find((c) => c.id === first.id);
      return cable ? <CableInspector cable={cable} /> : <p>gone</p>;
    };
    show(<Shown />, { job });
    return { job, first, now: () => job.now().board.cables.find((c) => c.id === first.id) };
  }
  it('is renamed, doubled beside itself, and removed with its connections', async () => {
    const { job, first, now } = await open();
    await commit(screen.getByLabelText('Wire name'), 'V7');
    expect(now()!.designation).toBe('V7');
    const wires = job.now().board.connections.length;
    await press('Duplicate');
    expect(job.now().board.connections).toHaveLength(wires + first.cores.length);
    await press('Remove');
    expect(now()).toBeUndefined();
    expect(job.now().board.connections).toHaveLength(wires);
  });
  it('its size is locked by a person for a reason, and the sizing keeps to it', async () => {
    const { job, first, now } = await open();
    const lock = screen.getByRole('button', { name: new RegExp(`^Lock conductor of ${first.designation}`) });
    await act(async () => void fireEvent.click(lock));
    const label = `conductor of ${first.designation}`;
    const options = within(screen.getByLabelText(`Value for ${label}`)).getAllByRole('option') as HTMLOptionElement[];
    const larger = options.at(-1)!.value;
    await act(
      async () => void fireEvent.change(screen.getByLabelText(`Value for ${label}`), { target: { value: larger } }),
    );
    await act(
      async () =>
        void fireEvent.change(screen.getByLabelText(`Reason for locking ${label}`), {
          target: { value: 'spare reel' },
        }),
    );
    await press('Lock it');
    expect(now()!.conductorMm2).toMatchObject({ mode: 'locked', value: Number(larger), reason: 'spare reel' });
    await waitFor(() =>
      expect(job.now().dossier.cables.find((c) => c.cableId === first.id)!.areaMm2).toBe(Number(larger)),
    );
  });
});

describe('the catalogue', () => {
  it('finds a part by words, puts it on the board, and makes one like it from a sheet', async () => {
    const job = await openJob();
    const done: string[] = [];
    const panel = job.now().board.panels[0]!;
    const view = { panel, face: 'front', tool: 'choose', chosen: new Set() } as unknown as BoardView;
    show(<PartPalette view={view} onClose={() => done.push('closed')} />, { job });
    const before = job.now().board.items.length;
    fireEvent.change(screen.getByLabelText('Find a part'), { target: { value: 'class t' } });
    const found = screen.getAllByRole('listitem');
    expect(found.length).toBeGreaterThan(0);
    expect(found.length).toBeLessThan(12);
    await act(async () => void fireEvent.click(within(found[0]!).getAllByRole('button')[0]!));
    expect(job.now().board.items).toHaveLength(before + 1);
    await act(async () => void fireEvent.click(screen.getAllByRole('button', { name: /^Make a part like/ })[0]!));
    const form = within(screen.getByRole('region', { name: 'A part of your own' }));
    await commit(form.getByLabelText('Name'), 'Holder of ours');
    await commit(form.getByLabelText('Width'), '111');
    await act(async () => void fireEvent.click(form.getByRole('button', { name: 'Add it to the board' })));
    expect(job.now().board.customParts.at(-1)).toMatchObject({ name: 'Holder of ours', widthMm: 111 });
    expect(job.now().board.items.at(-1)!.partId).toBe(job.now().board.customParts.at(-1)!.id);
  });
});

describe('a link with its maker’s curve', () => {
  const open = () => {
    const made: unknown[] = [];
    show(<OwnLinkForm style="classT" ratingA={200} onMake={(l) => made.push(l)} onCancel={() => made.push('left')} />);
    return made;
  };
  it('is refused in words while anything is missing, and made when it is whole', async () => {
    const made = open();
    await press('Put it in');
    const said = () => screen.getAllByRole('status').map((x) => x.textContent);
    // The name, the curve and the sheet are missing.
    expect(said()).toEqual(Array(3).fill('cannot be empty'));
    expect(made).toEqual([]);
    await commit(screen.getByLabelText('Name'), 'fast 200');
    await commit(screen.getByLabelText('Which sheet'), 'sheet 7');
    const curve = (value: string) =>
      act(async () => void fireEvent.change(screen.getByLabelText(/^Curve, one point a line/), { target: { value } }));
    await curve('1.1 14400 400000\n2 300 20');
    await press('Put it in');
    expect(screen.getByRole('alert').textContent).toMatch(/line 2, "2 300 20": shortest 300 s is over longest 20 s/);
    expect(made).toEqual([]);
    await curve('1.1 14400 400000\n2 4 100\n6 0.08 1.5');
    await press('Put it in');
    expect(made).toHaveLength(1);
    expect(made[0]).toMatchObject({ name: 'fast 200', ratingA: 200 });
  });
});

describe('an outline from a drawing', () => {
  const SVG =
    '<svg xmlns="http://www.w3.org/2000/svg" width="400mm" height="300mm" viewBox="0 0 400 300"><rect x="0" y="0" width="400" height="300"/></svg>';
  const upload = async (name: string, text: string) => {
    const input = document.querySelector('input[type=file]') as HTMLInputElement;
    Object.defineProperty(input, 'files', { value: [new File([text], name)], configurable: true });
    await act(async () => void fireEvent.change(input));
  };
  it('is shown with its size before anything changes, and taken by a press', async () => {
    const job = await openJob();
    show(<OutlineImport panel={job.now().board.panels[0]!} />, { job });
    await upload('panel.svg', SVG);
    const take = await screen.findByRole('button', { name: /Take|outline/i });
    expect(job.sent).toEqual([]);
    await act(async () => void fireEvent.click(take));
    await waitFor(() => expect(job.sent).toHaveLength(1));
    const xs = job.now().board.panels[0]!.outline.map((p) => p.xMm);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(400);
  });
  it('a file that is no drawing is refused by its name, and nothing changes', async () => {
    const job = await openJob();
    show(<OutlineImport panel={job.now().board.panels[0]!} />, { job });
    await upload('notes.dxf', 'dear customer');
    expect((await screen.findByRole('alert')).textContent).toMatch(/^notes\.dxf was refused; nothing was changed/);
    expect(job.sent).toEqual([]);
  });
});
