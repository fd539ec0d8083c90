// @vitest-environment happy-dom
import type { DesignOption, HouseDesign } from '@ombrik/core/design/houseDesign';
import type { Board } from '@ombrik/core/document/board';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { choose, click, commit, offered, press } from '../../testing/hands.ts';
import { JONAS, MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import { LaterDesign } from '../brief/LaterDesign.tsx';
import { DesignsSheet } from './DesignsSheet.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const hut = demoBoard('hut');
const item = (designation: string) => hut.items.find((i) => i.designation === designation)!;
const options: DesignOption[] = [
  { id: 'third', kind: 'without', name: 'Third charger', itemIds: [item('-T3').id] },
  { id: 'hand', kind: 'mirror', name: 'Hand' },
];
const design = (version: number, board: Board = hut, more: Partial<HouseDesign> = {}): HouseDesign => ({
  id: 'hd_hut',
  version,
  name: 'Hut 24 V',
  board,
  options,
  price: 2400,
  note: version > 1 ? 'a thicker panel' : '',
  madeBy: 'Mira Holt',
  madeAt: '2026-11-21T09:00:00.000Z',
  ...more,
});
const posted = (asked: ReturnType<typeof serverThat>) => asked.filter((a) => a.method === 'POST');

describe('designs of the house', () => {
  const open = (me: unknown = MIRA, designs: HouseDesign[] = [design(1)]) => {
    const asked = serverThat({
      '/api/me': me,
      '/api/designs': (a: { method: string }) => (a.method === 'POST' ? { design: design(1) } : { designs }),
      '/api/designs/hd_hut/start': { job: { id: 'jb_new' } },
      '/api/designs/hd_hut/versions': { design: design(2) },
      '/api/jobs': { jobs: [{ id: 'jb_402', number: 402, jobName: 'Larchfold hut board' }] },
      '/api/jobs/jb_402': { revision: 4, board: hut },
    });
    show(<DesignsSheet />);
    return asked;
  };
  it('say what they are, what may be chosen and what they cost', async () => {
    open();
    const card = await screen.findByRole('article', { name: 'Hut 24 V' });
    expect(card.textContent).toContain(`24 V, ${hut.items.length} parts, ${hut.cables.length} cables, 2400.00`);
    expect(card.textContent).toContain('Third charger: may be left out');
    expect(card.textContent).toContain('Hand: as drawn, or mirrored');
  });
  it('a job starts from one with what was chosen, and is opened', async () => {
    const asked = open(JONAS);
    await press('Start a job from it', await screen.findByRole('article', { name: 'Hut 24 V' }));
    expect(offered(screen.getByLabelText('Third charger'))).toEqual(['with', 'without']);
    await choose(screen.getByLabelText('Third charger'), 'without');
    await press('Take the job in');
    // Without a name nothing is sent.
    expect(posted(asked)).toEqual([]);
    await commit(screen.getByLabelText('Job name'), 'Col hut board');
    await press('Take the job in');
    await waitFor(() => expect(posted(asked)).toHaveLength(1));
    expect(posted(asked)[0]).toMatchObject({
      path: '/api/designs/hd_hut/start',
      body: {
        version: 1,
        choices: [{ option: 'third', choice: 'without' }],
        jobName: 'Col hut board',
        customer: '',
        wantedOn: null,
      },
    });
    await waitFor(() => expect(screen.getByTestId('address').textContent).toBe('/jobs/jb_new/brief'));
  });
  it('a job’s board is kept as one, with options picked from what stands on it', async () => {
    const asked = open();
    await click(await screen.findByRole('button', { name: 'Keep a job as a design …' }));
    await screen.findByRole('option', { name: '402 Larchfold hut board' });
    await choose(screen.getByLabelText('Job whose board it is'), 'jb_402');
    await commit(await screen.findByLabelText('Name of the design'), 'Hut, small');
    await choose(screen.getByLabelText('May be left out'), item('-T3').id);
    await choose(screen.getByLabelText('Comes in several'), item('-T1').id);
    await press('Either hand');
    expect((screen.getByRole('button', { name: 'Either hand' }) as HTMLButtonElement).disabled).toBe(true);
    await press('Keep the design');
    await waitFor(() => expect(posted(asked)).toHaveLength(1));
    const { path, body } = posted(asked)[0]! as { path: string; body: any };
    expect(path).toBe('/api/designs');
    expect(body).toMatchObject({ jobId: 'jb_402', revision: 4, name: 'Hut, small', price: null });
    expect(body.options.map((o: DesignOption) => o.kind)).toEqual(['without', 'swap', 'mirror']);
    expect(body.options[1].partIds[0]).toBe(item('-T1').partId);
    expect(body.options[1].partIds.length).toBeGreaterThan(1);
    // What can stand in for nothing on the board is not offered: a fuse block of other ways lacks terminals.
    expect(body.options[0].itemIds).toEqual([item('-T3').id]);
  });
  it('the next version keeps the options this board still has what they name for', async () => {
    const gone: DesignOption = { id: 'x', kind: 'without', name: 'Something that is gone', itemIds: ['it_gone'] };
    const asked = open(MIRA, [design(1, hut, { options: [...options, gone] })]);
    await click(await screen.findByRole('button', { name: 'Keep a job as a design …' }));
    await screen.findByRole('option', { name: 'as version 2 of Hut 24 V' });
    await choose(screen.getByLabelText('Design it is a version of'), 'hd_hut');
    await choose(screen.getByLabelText('Job whose board it is'), 'jb_402');
    const form = await screen.findByRole('group', { name: 'What may be chosen' });
    expect(form.textContent).toContain('Third charger');
    expect(form.textContent).not.toContain('Something that is gone');
    await click(within(form).getByRole('button', { name: 'No choice of Hand' }));
    await press('Keep as version 2');
    await waitFor(() => expect(posted(asked)).toHaveLength(1));
    const { path, body } = posted(asked)[0]! as { path: string; body: any };
    expect(path).toBe('/api/designs/hd_hut/versions');
    expect(body).toMatchObject({ basedOn: 1, name: 'Hut 24 V', price: 2400 });
    expect(body.options.map((o: DesignOption) => o.id)).toEqual(['third']);
  });
  it('who is no designer starts jobs from them and keeps none', async () => {
    open(JONAS);
    await screen.findByRole('article', { name: 'Hut 24 V' });
    expect(screen.queryByRole('button', { name: 'Keep a job as a design …' })).toBeNull();
  });
});

describe('a later version of the design a job was started from', () => {
  const thicker: Board = { ...hut, panels: hut.panels.map((p, n) => (n === 0 ? { ...p, thicknessMm: 24 } : p)) };
  const offer = async (newest: HouseDesign, board: Board = hut) => {
    const asked = serverThat({
      '/api/me': MIRA,
      '/api/jobs/jb/design': (a: { method: string }) =>
        a.method === 'POST' ? { ok: true } : { design: { choices: {}, has: design(1), newest } },
    });
    const job = await openJob(board);
    show(<LaterDesign />, { job });
    return { asked, job };
  };
  it('says what it changes, is taken in one edit, and then noted', async () => {
    const { asked, job } = await offer(design(2, thicker));
    const box = await screen.findByRole('region', { name: 'Later version of the design' });
    expect(box.textContent).toContain('version 2 is out, this job has version 1');
    expect(box.textContent).toContain('panel Main board: thicknessMm');
    await press('Take version 2');
    await waitFor(() => expect(job.sent).toEqual(['Take version 2 of Hut 24 V']));
    expect(job.now().board.panels[0]!.thicknessMm).toBe(24);
    await waitFor(() => expect(posted(asked)[0]?.body).toEqual({ version: 2 }));
  });
  it('what the job has changed itself is named and stays', async () => {
    const own: Board = { ...hut, panels: hut.panels.map((p, n) => (n === 0 ? { ...p, thicknessMm: 12 } : p)) };
    const { job } = await offer(design(2, thicker), own);
    const box = await screen.findByRole('region', { name: 'Later version of the design' });
    expect(box.textContent).toContain('panel Main board: thicknessMm stay as this job has them');
    await press('Take version 2');
    expect(job.now().board.panels[0]!.thicknessMm).toBe(12);
    expect(job.sent).toEqual([]);
  });
  it('of the newest one nothing is offered', async () => {
    await offer(design(1));
    await new Promise((go) => setTimeout(go, 50));
    expect(screen.queryByRole('region', { name: 'Later version of the design' })).toBeNull();
  });
});
