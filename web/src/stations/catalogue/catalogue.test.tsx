// @vitest-environment happy-dom
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { applyCommands } from '@ombrik/core/document/commands';
import { type OwnPart, ownPartId } from '@ombrik/core/document/part/ownPart';
import type { Part } from '@ombrik/core/document/part/part';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { choose, commit, press } from '../../testing/hands.ts';
import { JONAS, MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import { LaterVersion } from '../board/LaterVersion.tsx';
import { CataloguePage } from './CataloguePage.tsx';

vi.mock('../../ui/reading.ts', () => import('../../testing/readOnTheSpot.ts'));

const holder = genericCatalogue.parts.find((p) => p.id === 'holder-classT')!;
const kept = (id: string, version: number, by: Partial<Part> = {}, more: Partial<OwnPart> = {}): OwnPart => ({
  id,
  version,
  part: { ...holder, name: `Holder ${id}`, ...by, id: ownPartId(id, version) },
  note: version > 1 ? 'wider now' : '',
  madeBy: 'Mira Holt',
  madeAt: '2026-11-20T10:00:00.000Z',
  retired: false,
  ...more,
});
beforeEach(() => {
  Element.prototype.scrollIntoView = () => {};
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const parts = [kept('op_a', 2, { widthMm: 150 }), kept('op_b', 1, {}, { retired: true })];
const open = (me: unknown = MIRA, more: object = {}) => {
  const asked = serverThat({
    '/api/me': me,
    '/api/catalogue/parts': (a: { method: string }) => (a.method === 'POST' ? { kept: [] } : { parts }),
    '/api/catalogue/parts/op_a': { versions: [kept('op_a', 2, { widthMm: 150 }), kept('op_a', 1)] },
    '/api/catalogue/parts/op_a/versions': { kept: {} },
    '/api/catalogue/parts/op_b/retired': { ok: true },
    ...more,
  });
  show(<CataloguePage />);
  return asked;
};
const posted = (asked: ReturnType<typeof serverThat>) => asked.filter((a) => a.method === 'POST');

describe('the workshop’s own parts', () => {
  it('are listed with picture, size, version and who kept them', async () => {
    open();
    const row = (await screen.findByText('Holder op_a')).closest('tr')!;
    expect(row.textContent).toContain(`150 × ${holder.heightMm} × ${holder.depthMm} mm`);
    expect(row.textContent).toContain('2026-11-20, Mira Holt: wider now');
    expect(row.querySelector('[data-picture="fuseHolder"]')).toBeTruthy();
  });
  it('a new one is made from one it is like and its sheet, without a board', async () => {
    const asked = open();
    await choose(await screen.findByLabelText('New part, wired like'), 'isolator-300');
    await commit(screen.getByLabelText('Name'), 'Isolator of ours');
    await commit(screen.getByLabelText('Mass'), '0.9');
    await commit(screen.getByLabelText('Which sheet it is from, or what has changed'), 'sheet 4');
    await press('Keep it for all boards');
    await waitFor(() => expect(posted(asked)).toHaveLength(1));
    const { path, body } = posted(asked)[0]! as { path: string; body: any };
    expect(path).toBe('/api/catalogue/parts');
    expect(body.note).toBe('sheet 4');
    expect(body.parts[0]).toMatchObject({ name: 'Isolator of ours', massKg: 0.9, kind: 'isolator' });
    await waitFor(() => expect(screen.queryByRole('region', { name: 'A part of your own' })).toBeNull());
  });
  it('changing one keeps a version that says what it began from', async () => {
    const asked = open();
    await press('Change Holder op_a', (await screen.findByText('Holder op_a')).closest('tr')!);
    await commit(screen.getByLabelText('Width'), '160');
    await press('Keep as version 3');
    await waitFor(() => expect(posted(asked)).toHaveLength(1));
    const { path, body } = posted(asked)[0]! as { path: string; body: any };
    expect(path).toBe('/api/catalogue/parts/op_a/versions');
    expect(body.basedOn).toBe(2);
    expect(body.part.widthMm).toBe(160);
  });
  it('what the server refuses is said, and what was typed stays', async () => {
    open(MIRA, {
      '/api/catalogue/parts/op_a/versions': { status: 409, problems: ['basedOn is 2; accepted: 3'] },
    });
    await press('Change Holder op_a', (await screen.findByText('Holder op_a')).closest('tr')!);
    await commit(screen.getByLabelText('Width'), '161');
    await press('Keep as version 3');
    await screen.findByText('basedOn is 2; accepted: 3');
    expect((screen.getByLabelText('Width') as HTMLInputElement).value).toBe('161');
  });
  it('its versions tell what each has otherwise', async () => {
    open();
    await press('Versions', (await screen.findByText('Holder op_a')).closest('tr')!);
    const versions = await screen.findByRole('region', { name: 'Versions' });
    await within(versions).findByText(`width ${holder.widthMm} mm → 150 mm`);
    expect(versions.textContent).toContain('Version 1');
  });
  it('one taken out can be brought back', async () => {
    const asked = open();
    await press('Bring back Holder op_b', (await screen.findByText('Holder op_b')).closest('tr')!);
    await waitFor(() => expect(posted(asked)[0]?.body).toEqual({ retired: false }));
  });
  it('a file with a bad line keeps nothing and names the line', async () => {
    const asked = open();
    await screen.findByText('Holder op_a');
    const input = document.querySelector('input[type=file]')!;
    const file = (text: string) => new File([text], 'parts.csv', { type: 'text/csv' });
    fireEvent.change(input, { target: { files: [file('like,name,mass_kg\nholder-classT,Ours,heavy')] } });
    await screen.findByText(/line 2: mass_kg is "heavy"; accepted: a number/);
    expect(posted(asked)).toEqual([]);
    fireEvent.change(input, { target: { files: [file('like,name,mass_kg\nholder-classT,Ours,0.4')] } });
    await waitFor(() => expect(posted(asked)).toHaveLength(1));
    expect((posted(asked)[0]!.body as any).parts[0]).toMatchObject({ name: 'Ours', massKg: 0.4 });
  });
  it('who is no designer reads it and changes nothing', async () => {
    open(JONAS);
    await screen.findByText('Holder op_a');
    expect(screen.queryByLabelText('New part, wired like')).toBeNull();
    expect(screen.queryByRole('button', { name: 'Change Holder op_a' })).toBeNull();
    expect(screen.queryByText('Read JSON or CSV …')).toBeNull();
  });
});

describe('a later version offered on a board', () => {
  const cart = demoBoard('marketCart');
  const item = cart.items.find((i) => i.partId.startsWith('holder'))!;
  const base = genericCatalogue.parts.find((p) => p.id === item.partId)!;
  const own = (version: number, by: Partial<Part> = {}): Part => ({ ...base, ...by, id: ownPartId('op_a', version) });
  const board: Board = applyCommands(cart, [
    { kind: 'add', collection: 'customParts', value: own(1), index: null },
    { kind: 'set', collection: 'items', id: item.id, field: 'partId', value: own(1).id },
  ]).board;
  const offer = async (newest: Part, version = 2) => {
    serverThat({ '/api/me': MIRA, '/api/catalogue/parts': { parts: [{ ...kept('op_a', version), part: newest }] } });
    const job = await openJob(board);
    show(<LaterVersion item={board.items.find((i) => i.id === item.id)!} />, { job });
    return job;
  };
  it('says what it changes and takes it in one edit', async () => {
    const job = await offer(own(2, { massKg: 9 }));
    const box = await screen.findByRole('region', { name: 'Later version' });
    expect(box.textContent).toContain(`mass ${base.massKg} kg → 9 kg`);
    await press('Take version 2');
    await waitFor(() => expect(job.sent).toEqual([`Take version 2 of ${base.name}`]));
    expect(job.now().board.items.find((i) => i.id === item.id)!.partId).toBe('op_a.v2');
  });
  it('one that lacks a wired terminal is not taken, and says which', async () => {
    const job = await offer(own(2, { terminals: base.terminals.slice(1) }));
    await press('Take version 2', await screen.findByRole('region', { name: 'Later version' }));
    await screen.findByRole('alert');
    expect(job.sent).toEqual([]);
  });
  it('of the newest version nothing is offered', async () => {
    await offer(own(1), 1);
    await new Promise((go) => setTimeout(go, 50));
    expect(screen.queryByRole('region', { name: 'Later version' })).toBeNull();
  });
});
