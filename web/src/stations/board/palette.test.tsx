// @vitest-environment happy-dom
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { type OwnPart, ownPartId } from '@ombrik/core/document/part/ownPart';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { choose, commit, press } from '../../testing/hands.ts';
import { MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import { BoardStation } from './BoardStation.tsx';

vi.mock('../../ui/reading.ts', () => import('../../testing/readOnTheSpot.ts'));

const cart = demoBoard('marketCart');
const holder = genericCatalogue.parts.find((p) => p.id === 'holder-classT')!;
const own = (id: string, version: number, retired = false): OwnPart => ({
  id,
  version,
  part: { ...holder, id: ownPartId(id, version), name: `Holder ${id}` },
  note: '',
  madeBy: 'Mira Holt',
  madeAt: '2026-11-20T10:00:00.000Z',
  retired,
});

beforeEach(() => {
  Element.prototype.setPointerCapture = () => {};
  Element.prototype.scrollIntoView = () => {};
  serverThat({
    '/api/me': MIRA,
    '/api/jobs/jb/files': { files: [] },
    '/api/catalogue/parts': { parts: [own('op_ours', 3), own('op_gone', 1, true)] },
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

async function open() {
  const job = await openJob(cart);
  show(<BoardStation />, { job });
  await screen.findByRole('application');
  await press('Add a part');
  const catalogue = await screen.findByRole('region', { name: 'Catalogue' });
  const find = (text: string) =>
    act(
      async () => void fireEvent.change(within(catalogue).getByLabelText('Find a part'), { target: { value: text } }),
    );
  return { job, catalogue, find };
}

describe('parts from the catalogue', () => {
  it('are those of one kind that fit the system voltage, and those of every kind whose name holds what is typed', async () => {
    const { catalogue, find } = await open();
    const names = () =>
      within(catalogue)
        .getAllByRole('listitem')
        .map((li) => li.querySelector('button')!.textContent!);
    expect(names().some((n) => /battery 12 V/i.test(n))).toBe(true);
    expect(names().some((n) => /inverter/i.test(n))).toBe(false);
    await act(
      async () => void fireEvent.click(within(catalogue).getByRole('button', { name: 'Chargers and inverters' })),
    );
    expect(names().some((n) => /inverter 12 V/i.test(n))).toBe(true);
    expect(names().some((n) => /battery/i.test(n) && !/charger/i.test(n))).toBe(false);
    expect(names().some((n) => /inverter 24 V/i.test(n))).toBe(false);
    await find('isolator');
    expect(names().length).toBeGreaterThan(0);
    expect(names().every((n) => /isolator/i.test(n))).toBe(true);
    await find('no such part');
    expect(within(catalogue).getByText('No part for 12 V is called so.')).toBeTruthy();
  });
  it('one that is picked comes to a free place, chosen, in one edit', async () => {
    const { job, catalogue, find } = await open();
    await find('isolator');
    const before = job.now().board.items.length;
    await act(
      async () => void fireEvent.click(within(catalogue).getAllByRole('listitem')[0]!.querySelector('button')!),
    );
    const { board } = job.now();
    expect(board.items).toHaveLength(before + 1);
    const item = board.items.at(-1)!;
    expect(item.place.kind).toBe('panel');
    await waitFor(() => expect(job.sent).toEqual([`Add ${item.designation}`]));
    expect(job.now().dossier.findings.filter((f) => f.kind === 'parts-overlap')).toEqual([]);
  });
  it('the workshop’s own stand among them with their version; one taken out does not', async () => {
    const { job, catalogue, find } = await open();
    await find('Holder op_');
    await within(catalogue).findByText('· own, version 3');
    expect(within(catalogue).queryByText(/op_gone/)).toBeNull();
    await act(
      async () =>
        void fireEvent.click(
          within(catalogue)
            .getByText(/Holder op_ours/)
            .closest('button')!,
        ),
    );
    const { board } = job.now();
    // The board keeps the version it was given, whatever the catalogue comes to.
    expect(board.customParts.map((p) => p.id)).toContain('op_ours.v3');
    expect(board.items.at(-1)!.partId).toBe('op_ours.v3');
    await act(
      async () =>
        void fireEvent.click(
          within(catalogue)
            .getByText(/Holder op_ours/)
            .closest('button')!,
        ),
    );
    expect(job.now().board.customParts.filter((p) => p.id === 'op_ours.v3')).toHaveLength(1);
  });
  it('one made like another is this board’s own', async () => {
    const { job, catalogue, find } = await open();
    await find('Battery isolator 300');
    await press(/^Make a part like Battery isolator 300/, catalogue);
    await commit(screen.getByLabelText('Name'), 'Isolator with a key');
    await press('Add it to the board');
    const part = job.now().board.customParts.find((p) => p.name === 'Isolator with a key')!;
    expect(job.now().board.items.at(-1)!.partId).toBe(part.id);
  });
  it('those read from a file are shown, whatever kind was looked at', async () => {
    const { job, catalogue, find } = await open();
    await find('battery');
    const input = catalogue.querySelector<HTMLInputElement>('input[type=file]')!;
    const text = 'like,name,width_mm\nisolator-100,Slim isolator of ours,60';
    Object.defineProperty(input, 'files', { value: [new File([text], 'parts.csv')], configurable: true });
    await act(async () => void fireEvent.change(input));
    expect(await within(catalogue).findByText('Slim isolator of ours', {}, { timeout: 5000 })).toBeTruthy();
    expect((within(catalogue).getByLabelText('Find a part') as HTMLInputElement).value).toBe('');
    expect(job.now().board.customParts.map((p) => p.name)).toContain('Slim isolator of ours');
  });
});

describe('panels of a board', () => {
  it('another is added under a name of its own and shown', async () => {
    const job = await openJob(cart);
    show(<BoardStation />, { job });
    await screen.findByRole('application');
    await choose(screen.getByLabelText('Panel'), 'new');
    const added = job.now().board.panels.at(-1)!;
    expect(job.now().board.panels).toHaveLength(cart.panels.length + 1);
    await screen.findByRole('application', { name: new RegExp(`^${added.name}, front, 300 by 200`) });
    await waitFor(() => expect(job.sent).toEqual([`Add panel ${added.name}`]));
  });
  it('its back is seen with left and right exchanged, and says so', async () => {
    const job = await openJob(cart);
    show(<BoardStation />, { job });
    await screen.findByRole('application', { name: /front/ });
    await act(async () => void fireEvent.click(screen.getByRole('radio', { name: 'Back' })));
    await screen.findByRole('application', { name: /back, seen from behind/ });
    expect(screen.getByText('seen from behind: left and right are exchanged')).toBeTruthy();
  });
});
