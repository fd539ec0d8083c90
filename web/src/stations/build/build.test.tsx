// @vitest-environment happy-dom
import { boardPlan } from '@ombrik/core/build/buildPlan';
import type { BuildRecord } from '@ombrik/core/build/buildState';
import type { BuildStep } from '@ombrik/core/build/step';
import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { picturedWays } from '@ombrik/core/drawing/picturedWays';
import { cableLays } from '@ombrik/core/layout/cableLays';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { choose, click, press } from '../../testing/hands.ts';
import { type Asked, JONAS, MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import { BuildStation } from './BuildStation.tsx';
import { clockWords, minutesTaken, timeWords } from './buildWords.ts';
import { StepPicture } from './StepPicture.tsx';

vi.mock('../../session/photoBox.ts', () => ({
  browserPhotos: () => ({ all: async () => [], keep: async () => {}, drop: async () => {} }),
}));
vi.mock('../../session/wordBox.ts', () => ({
  browserWords: () => ({ all: async () => [], keep: async () => {}, drop: async () => {} }),
}));

const board = demoBoard('marketCart');
const profile = profileOf(board, defaultWorkshop);
const dossier = derive(board, genericCatalogue, profile, defaultWorkshop);
const plan = boardPlan(board, genericCatalogue, profile, dossier);
const ways = picturedWays(dossier, cableLays(dossier.cables, profile, genericCatalogue));
const [first, second] = plan.steps as [BuildStep, BuildStep];
const done = (step: BuildStep, n: number): BuildRecord => ({
  key: `server-${n}`,
  stepId: step.id,
  fingerprint: step.fingerprint,
  said: { kind: 'done', minutes: 3, planned: 3, value: null, toolId: null },
  personName: 'Ada Fenn',
  saidAt: '2026-11-30T09:00:00.000Z',
  at: '2026-11-30T09:00:00.000Z',
});

/** The build of the cart with so many of its steps done; what is said is taken down. */
async function open(
  doneCount = 0,
  more: Record<string, unknown> = {},
  who: object | (() => Promise<object>) = JONAS,
  of = board,
  address = '/jobs/jb/build',
) {
  const records = (more.records as BuildRecord[] | undefined) ?? plan.steps.slice(0, doneCount).map(done);
  const job = await openJob(of);
  const said: Asked[] = [];
  serverThat({
    '/api/me': who,
    '/api/jobs/jb/build': () => ({
      revision: 1,
      released: true,
      board,
      plan,
      ways,
      learned: [],
      records,
      madeIds: board.cables.map((c) => c.id),
      note: null,
      unit: 1,
      units: [{ unit: 1, serial: '401', done: 0 }],
      goneTitles: {},
      bins: Object.fromEntries(plan.steps.flatMap((s) => s.parts.map((p) => [p.articleId, 'bin 7']))),
      ...more,
    }),
    '/api/jobs/jb/files': (asked: Asked) => (asked.method === 'POST' ? { id: 'at_7' } : { files: [] }),
    '/api/jobs/jb/build/records': (asked: Asked) => {
      said.push(asked);
      const body = asked.body as { records: Omit<BuildRecord, 'personName' | 'at'>[] };
      for (const r of body.records) records.push({ ...r, personName: 'Jonas Wick', at: r.saidAt });
      return { kept: body.records.map((r) => r.key) };
    },
  });
  show(<BuildStation />, { job, at: address });
  await screen.findByRole('heading', { name: 'Build' });
  return { job, said };
}
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});
const saidOf = (asked: readonly Asked[]) =>
  asked
    .flatMap((a) => (a.body as { records: { stepId: string; said: { kind: string } }[] }).records)
    .map((r) => [r.stepId, r.said]);
const bench = () => within(screen.getByRole('region', { name: 'At the bench' }));

describe('the list of steps', () => {
  it('says how far it is and what is left, and who did what', async () => {
    await open(3);
    expect(screen.getByText(`3 of ${plan.steps.length} steps`)).toBeTruthy();
    expect(screen.getAllByText(/Ada Fenn, 09:00/)).toHaveLength(3);
  });
  it('shows only what is asked for', async () => {
    await open(3);
    fireEvent.change(screen.getByLabelText('Which steps'), { target: { value: 'open' } });
    expect(screen.queryByRole('button', { name: first.title })).toBeNull();
    fireEvent.change(screen.getByLabelText('Which steps'), { target: { value: 'torque' } });
    expect(screen.getAllByRole('button', { name: /then mark the nut$/ })).toHaveLength(
      plan.steps.filter((s) => s.kind === 'torque').length,
    );
  });
  it('a step is put sooner or later where nothing forbids it', async () => {
    const { said } = await open(4);
    const mounts = plan.steps.filter((s) => s.kind === 'mount');
    const enabled = (name: string) => !(screen.getByRole('button', { name }) as HTMLButtonElement).disabled;
    expect(enabled(`${mounts[0]!.title}: sooner`)).toBe(false);
    expect(enabled(`${mounts[1]!.title}: sooner`)).toBe(true);
    await press(`${mounts[1]!.title}: sooner`);
    await waitFor(() => expect(saidOf(said)).toEqual([[mounts[1]!.id, { kind: 'moved', before: mounts[0]!.id }]]));
    await waitFor(() => expect(enabled(`${mounts[1]!.title}: sooner`)).toBe(false));
  });
  it('a press before it is known who presses is not lost', async () => {
    let known = () => {};
    const waits = new Promise<object>((go) => {
      known = () => go(JONAS);
    });
    const { said } = await open(4, {}, () => waits);
    const mounts = plan.steps.filter((s) => s.kind === 'mount');
    await press(`${mounts[1]!.title}: sooner`);
    expect(saidOf(said)).toEqual([]);
    await act(async () => known());
    await waitFor(() => expect(saidOf(said)).toEqual([[mounts[1]!.id, { kind: 'moved', before: mounts[0]!.id }]]));
  });
  it('what was ticked on paper is entered by its numbers, once each', async () => {
    const { said } = await open(1);
    const field = screen.getByLabelText('Numbers ticked on the traveller');
    const button = () => screen.getByRole('button', { name: /(step is|steps are) done$/ }) as HTMLButtonElement;
    fireEvent.change(field, { target: { value: '1-3 999' } });
    expect(screen.getByText(/“999” is no number of a step; accepted: 1 to \d+/)).toBeTruthy();
    expect(button().disabled).toBe(true);
    fireEvent.change(field, { target: { value: '1-3' } });
    expect(screen.getByText('1 are done already')).toBeTruthy();
    await click(button());
    await waitFor(() => expect(saidOf(said).map(([id]) => id)).toEqual(plan.steps.slice(1, 3).map((s) => s.id)));
    expect(saidOf(said)[0]![1]).toMatchObject({ kind: 'done', minutes: null });
    expect(screen.getByText('2 entered.')).toBeTruthy();
  });
  it('shows what is not yet torqued, and a code on paper leads to its step', async () => {
    await open();
    const studs = plan.steps.filter((s) => s.kind === 'torque').length;
    await choose(screen.getByLabelText('Which steps'), 'loose');
    expect(screen.getByRole('option', { name: `not yet torqued (${studs})` })).toBeTruthy();
    expect(screen.getAllByRole('row')).toHaveLength(studs + 1);
    cleanup();
    await open(0, {}, JONAS, board, `/jobs/jb/build?step=${encodeURIComponent(second.id)}`);
    expect(bench().getByRole('heading', { name: second.title })).toBeTruthy();
  });
  it('of a board that is not on the floor is only looked at', async () => {
    await open(0, { released: false });
    expect(screen.getByText(/Nothing is recorded before the board is released/)).toBeTruthy();
    expect((screen.getByRole('button', { name: 'To the bench' }) as HTMLButtonElement).disabled).toBe(true);
  });
  it('says what is to be done again, and what has to come off', async () => {
    const older = { ...done(first, 90), fingerprint: 'as it was' };
    const gone = { ...done(first, 91), stepId: 'mount/it_gone' };
    const { said } = await open(0, { records: [older, gone], goneTitles: { 'mount/it_gone': 'Mount -F9' } });
    expect(screen.getByText(/1 step was done and is to be done again/)).toBeTruthy();
    const off = within(screen.getByRole('region', { name: 'To be taken off' }));
    expect(off.getByText(/Mount -F9/)).toBeTruthy();
    await click(off.getByRole('button', { name: 'It is off' }));
    await waitFor(() =>
      expect(saidOf(said)).toEqual([['mount/it_gone', { kind: 'undone', reason: 'no longer part of the board' }]]),
    );
    await waitFor(() => expect(screen.queryByRole('region', { name: 'To be taken off' })).toBeNull());
  });
  it('a change note holds up what it touches until somebody takes it up', async () => {
    const note = {
      fromRevision: 1,
      toRevision: 2,
      personName: 'Mira Holt',
      at: '',
      reason: 'thicker lead',
      undo: [],
      redo: [{ id: first.id, title: first.title }],
      add: [],
      keepCount: 12,
    };
    const { said } = await open(0, { note, revision: 2 });
    const asks = within(screen.getByRole('region', { name: 'Change note' }));
    expect(asks.getByText(/Mira Holt: thicker lead/)).toBeTruthy();
    expect(asks.getByText(/12 steps as they are/)).toBeTruthy();
    expect(screen.getAllByText(/the change note of revision 2/).length).toBeGreaterThan(0);
    await click(asks.getByRole('button', { name: 'Taken up' }));
    await waitFor(() => expect(saidOf(said)).toEqual([['note/2', { kind: 'noteTaken' }]]));
    expect(screen.queryByText(/the change note of revision 2/)).toBeNull();
  });
});

describe('built otherwise than drawn', () => {
  const mount = plan.steps.find((s) => s.kind === 'mount')!;
  const own = board.items.find((i) => i.id === mount.itemIds[0])!;
  const place = own.place.kind === 'panel' ? own.place : null;
  const what = { kind: 'place' as const, itemId: own.id, xMm: place!.xMm + 4, yMm: place!.yMm };
  const told: BuildRecord = { ...done(mount, 95), said: { kind: 'otherwise', what, words: 'it stands 4 mm aside' } };
  it('is said at the bench in few presses', async () => {
    const { said } = await open();
    await click(screen.getByRole('button', { name: mount.title }));
    await click(bench().getByRole('button', { name: '≠ Otherwise' }));
    const another = bench().queryByRole('button', { name: 'Another place' });
    if (another) await click(another);
    expect((screen.getByRole('button', { name: 'Tell the designer' }) as HTMLButtonElement).disabled).toBe(true);
    const across = screen.getByLabelText('Across, mm');
    fireEvent.change(across, { target: { value: String(Math.round(place!.xMm) + 4) } });
    await press('Tell the designer');
    await waitFor(() => expect(saidOf(said)).toHaveLength(1));
    expect(saidOf(said)[0]).toMatchObject([
      mount.id,
      { kind: 'otherwise', what: { kind: 'place', itemId: own.id, xMm: Math.round(place!.xMm) + 4 } },
    ]);
    expect(bench().getByText(/with the designer/)).toBeTruthy();
  });
  it('a designer sees what follows, and draws it so; the step stands as the new drawing has it', async () => {
    const { said, job } = await open(0, { records: [done(mount, 94), told] }, MIRA);
    const asks = within(screen.getByRole('region', { name: 'Built otherwise' }));
    await click(asks.getByRole('button', { name: 'See what follows' }));
    await click(await asks.findByRole('button', { name: 'Draw it so' }));
    await waitFor(() => expect(job.sent).toEqual(['As built: it stands 4 mm aside']));
    await waitFor(() => expect(saidOf(said)).toHaveLength(1));
    const [, answered] = saidOf(said)[0] as [string, { as: { stepId: string; fingerprint: string } }];
    expect(answered).toMatchObject({ kind: 'answered', to: told.key, taken: true, as: { stepId: mount.id } });
    expect(answered.as.fingerprint).not.toBe(mount.fingerprint);
    const placed = job.now().board.items.find((i) => i.id === own.id)!.place;
    expect(placed).toMatchObject({ xMm: what.xMm });
  });
  it('left as drawn it wants a reason; an assembler answers nothing', async () => {
    const { said } = await open(0, { records: [told] }, MIRA);
    const leave = () => screen.getByRole('button', { name: 'Leave it as drawn' }) as HTMLButtonElement;
    expect(leave().disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Why it is left as drawn'), { target: { value: 'the lid would hit it' } });
    await click(leave());
    await waitFor(() =>
      expect(saidOf(said)[0]).toMatchObject([
        mount.id,
        { kind: 'answered', taken: false, reason: 'the lid would hit it' },
      ]),
    );
    cleanup();
    await open(0, { records: [told] });
    expect(screen.getByText('it stands 4 mm aside')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'See what follows' })).toBeNull();
  });
  it('says where what was built no longer fits the board', async () => {
    const lost = { ...told, said: { kind: 'otherwise', what: { kind: 'link', cableId: 'ca_gone' }, words: 'a link' } };
    await open(0, { records: [lost] }, MIRA);
    expect(screen.getByText(/It no longer fits the board: cableId is "ca_gone"/)).toBeTruthy();
  });
});

describe('what kinds of work really take', () => {
  const learned = [
    {
      kind: 'mount',
      count: 8,
      plannedMinutes: 24,
      tookMinutes: 36,
      factor: { low: 1.2, median: 1.5, high: 1.8 },
      bySize: [],
    },
    {
      kind: 'lay',
      count: 2,
      plannedMinutes: 4,
      tookMinutes: 9,
      factor: { low: 2, median: 2.25, high: 2.5 },
      bySize: [],
    },
  ];
  it('is told beside what was planned, and counts in what is left once enough was timed', async () => {
    await open(0, { learned });
    const rows = within(screen.getByRole('table', { name: 'How long kinds of work take' })).getAllByRole('row');
    expect([...rows[1]!.querySelectorAll('td')].map((c) => c.textContent)).toEqual([
      'Mount parts',
      '8',
      '24 min',
      '36 min',
      '× 1.5 (1.2 to 1.8)',
    ]);
    const mounting = plan.steps.filter((s) => s.kind === 'mount').reduce((sum, s) => sum + s.minutes, 0);
    expect(screen.getByText(`${timeWords(plan.minutes + mounting * 0.5)} of work left`)).toBeTruthy();
  });
  it('is nothing where nobody has timed anything', async () => {
    await open(0);
    expect(screen.queryByRole('table', { name: 'How long kinds of work take' })).toBeNull();
  });
});

describe('at the bench', () => {
  it('begins with what can be begun, and a press goes on to the next', async () => {
    const { said } = await open(1);
    await press('To the bench');
    expect(bench().getByRole('heading', { name: second.title })).toBeTruthy();
    await press('Drilled →');
    await waitFor(() =>
      expect(saidOf(said)).toEqual([[second.id, expect.objectContaining({ kind: 'done', value: null })]]),
    );
    expect(bench().getByRole('heading', { name: plan.steps[2]!.title })).toBeTruthy();
    await press('List');
    expect(screen.queryByRole('region', { name: 'At the bench' })).toBeNull();
    expect(await screen.findByText(`2 of ${plan.steps.length} steps`)).toBeTruthy();
  });
  it('a step that waits cannot be said done', async () => {
    await open(0);
    await press(second.title);
    expect((bench().getByRole('button', { name: /Drilled/ }) as HTMLButtonElement).disabled).toBe(true);
    expect(bench().getByText(`Waits for ${first.title}`)).toBeTruthy();
  });
  it('records the torque that was read, and says what a scale must read', async () => {
    const at = plan.steps.findIndex((s) => s.kind === 'torque' && s.stud?.studMm === 8);
    const stud = plan.steps[at]!;
    const { said } = await open(at);
    await press(stud.title);
    expect(bench().getByText(/115 lbf·in/)).toBeTruthy();
    expect(bench().queryByText('3.16 kg')).toBeNull();
    await choose(bench().getByLabelText('Torqued with'), 'tl_scale');
    expect(bench().getByText('3.16 kg')).toBeTruthy();
    fireEvent.change(bench().getByLabelText('Torque read, N·m'), { target: { value: '13.4' } });
    expect(bench().getByRole('img', { name: /from the bottom: W.*washer, spring, nut/ })).toBeTruthy();
    await press('Torqued and marked →');
    await waitFor(() =>
      expect(saidOf(said)).toEqual([
        [stud.id, expect.objectContaining({ kind: 'done', value: 13.4, toolId: 'tl_scale' })],
      ]),
    );
  });
  it('a wrench that is due for its check is a stop, and says since when', async () => {
    const at = plan.steps.findIndex((s) => s.kind === 'torque');
    const [due, sound] = [
      { ...defaultWorkshop.benchTools[0]!, id: 'due', name: 'Wrench 1', checkedOn: '2020-01-01', everyDays: 365 },
      { ...defaultWorkshop.benchTools[0]!, id: 'ok', name: 'Wrench 2' },
    ];
    localStorage.clear();
    const { job } = await open(at);
    act(() =>
      job.takeOver(
        { revision: 1, board, undo: null, redo: null },
        { number: 401, wantedOn: null, workshop: { ...defaultWorkshop, benchTools: [due, sound] } },
      ),
    );
    await press(plan.steps[at]!.title);
    const done = () => bench().getByRole('button', { name: 'Torqued and marked →' }) as HTMLButtonElement;
    expect(bench().getByRole('alert').textContent).toContain('Wrench 1 is due for its check since 2020-12-31');
    expect(done().disabled).toBe(true);
    await choose(bench().getByLabelText('Torqued with'), 'ok');
    expect(done().disabled).toBe(false);
  });
  it('of several boards each has its own records, taken up by its number or step by step', async () => {
    const three = { ...board, brief: { ...board.brief, quantity: 3 } };
    const units = [1, 2, 3].map((unit) => ({ unit, serial: `401-0${unit}`, done: 0 }));
    const { said } = await open(0, { board: three, units }, JONAS, three, '/jobs/jb/build?way=stepByStep');
    expect(screen.getByRole('radio', { name: /board by board \(.*\)/ })).toBeTruthy();
    expect(
      within(screen.getByLabelText('Which board'))
        .getAllByRole('option')
        .map((o) => o.textContent),
    ).toEqual(units.map((u) => `${u.serial} · 0 of ${plan.steps.length}`));
    await press(first.title);
    await click(bench().getByRole('button', { name: 'Cut →' }));
    await waitFor(() => expect(said).toHaveLength(1));
    expect((said[0]!.body as { records: object[] }).records[0]).toMatchObject({ unit: 1, stepId: first.id });
    // The same step on the next board.
    await waitFor(() => expect(screen.getByTestId('address').textContent).toContain('unit=2'));
  });
  it('a problem is said in one press, stops the step, and is solved', async () => {
    const { said } = await open(1);
    await press('To the bench');
    await press('▲ Problem');
    await press('tool missing');
    await waitFor(() => expect(saidOf(said)).toEqual([[second.id, { kind: 'problem', text: 'tool missing' }]]));
    expect(await bench().findByText(/tool missing/)).toBeTruthy();
    expect((bench().getByRole('button', { name: /Drilled/ }) as HTMLButtonElement).disabled).toBe(true);
    await press('▲ Solved');
    await waitFor(() => expect(saidOf(said).at(-1)).toEqual([second.id, { kind: 'solved', text: '' }]));
  });
  it('what is done is taken back with a reason, held and gone on with', async () => {
    const { said } = await open(2);
    await press(second.title);
    await press('↶ Undo');
    fireEvent.change(bench().getByLabelText('Why is it taken back?'), { target: { value: ' bit wandered ' } });
    await press('Say so');
    await waitFor(() => expect(saidOf(said)).toEqual([[second.id, { kind: 'undone', reason: 'bit wandered' }]]));
    await press('❚❚ Hold');
    await press('▶ Go on');
    await waitFor(() =>
      expect(saidOf(said).map(([, s]) => (s as { kind: string }).kind)).toEqual(['undone', 'held', 'goesOn']),
    );
  });
  it('a photo becomes a file of the job, named after its step, and hangs on the step', async () => {
    const { said } = await open(1);
    await press('To the bench');
    const input = bench().getByLabelText('Photo');
    vi.stubGlobal('createImageBitmap', async () => ({ width: 3200, height: 1600 }));
    const drawn: string[] = [];
    const context = new Proxy({} as Record<string, unknown>, {
      get:
        (_, name) =>
        (...args: unknown[]) =>
          drawn.push(`${String(name)} ${args.length}`),
      set: () => true,
    });
    vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue(context as never);
    vi.spyOn(HTMLCanvasElement.prototype, 'toBlob').mockImplementation((said) => said(null));
    fireEvent.change(input, { target: { files: [new File(['x'], 'IMG_0042.png', { type: 'image/png' })] } });
    const marks = within(await screen.findByRole('region', { name: 'Marks on the photo' }));
    const canvas = marks.getByLabelText(/draw on it/) as HTMLCanvasElement;
    await waitFor(() => expect([canvas.width, canvas.height]).toEqual([1600, 800]));
    canvas.setPointerCapture = () => {};
    canvas.hasPointerCapture = () => true;
    fireEvent.pointerDown(canvas, { clientX: 1, clientY: 1 });
    fireEvent.pointerMove(canvas, { clientX: 9, clientY: 9 });
    expect(drawn).toContain('lineTo 2');
    await click(marks.getByRole('button', { name: '↶ Mark' }));
    expect((marks.getByRole('button', { name: '↶ Mark' }) as HTMLButtonElement).disabled).toBe(true);
    await click(marks.getByRole('button', { name: 'Keep the photo →' }));
    await waitFor(() =>
      expect(saidOf(said)).toEqual([[second.id, { kind: 'photo', fileId: 'at_7', name: `${second.title}.png` }]]),
    );
    expect((await bench().findByRole('img', { name: `${second.title}.png` })).getAttribute('src')).toBe(
      '/api/jobs/jb/files/at_7',
    );
  });
  it('takes down the numbers parts bear: in the hand where it is mounted, of what stands beside when all is looked over', async () => {
    const numbered = (s: BuildStep) =>
      board.items.filter((i) => s.itemIds.includes(i.id) && /^-(G|T|P)/.test(i.designation));
    const mounts = plan.steps.filter((s) => s.kind === 'mount' && numbered(s).length > 0);
    const [step] = mounts as [BuildStep];
    const { said } = await open(0, {}, JONAS, board, `/jobs/jb/build?step=${encodeURIComponent(step.id)}`);
    const label = `Serial no. of ${numbered(step)[0]!.designation}`;
    const field = (await bench().findByLabelText(label)) as HTMLInputElement;
    expect(bench().getByText('not read yet')).toBeTruthy();
    // A scanner types and ends the line; nothing but blanks is no number.
    fireEvent.change(field, { target: { value: '  ' } });
    fireEvent.submit(field.form!);
    fireEvent.change(field, { target: { value: ' LG-2207 ' } });
    fireEvent.submit(field.form!);
    fireEvent.submit(field.form!);
    await waitFor(() =>
      expect(saidOf(said)).toEqual([[step.id, { kind: 'serial', itemId: numbered(step)[0]!.id, serial: 'LG-2207' }]]),
    );
    expect(await bench().findByText('LG-2207')).toBeTruthy();
    cleanup();
    const look = plan.steps.findLast((s) => s.kind === 'look')!;
    await open(0, {}, JONAS, board, `/jobs/jb/build?step=${encodeURIComponent(look.id)}`);
    const asked = bench()
      .queryAllByLabelText(/^Serial no\. of/)
      .map((f) => f.getAttribute('aria-label'));
    const placed = new Set(plan.steps.filter((s) => s.kind === 'mount').flatMap((s) => s.itemIds));
    const beside = board.items.filter((i) => /^-(G|T)/.test(i.designation) && !placed.has(i.id));
    for (const i of beside) expect(asked).toContain(`Serial no. of ${i.designation}`);
    expect(asked).not.toContain(label);
  });
  it('counts time by itself, and none while it is held', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true });
    await open(1);
    await press('To the bench');
    await act(() => vi.advanceTimersByTimeAsync(3100));
    expect(bench().getByText(/^0:0[345] of ~/)).toBeTruthy();
    await press('❚❚ Hold');
    const then = bench().getByText(/ of ~/).textContent;
    await act(() => vi.advanceTimersByTimeAsync(5000));
    expect(bench().getByText(/ of ~/).textContent).toBe(then);
  });
});

describe('the picture of a step', () => {
  const inked = (step: BuildStep) => {
    cleanup();
    const { container } = show(<StepPicture build={{ board, ways }} step={step} />, {});
    return { ink: container.querySelectorAll('[data-ink]').length, rings: container.querySelectorAll('circle').length };
  };
  it('has only what it touches in ink, and a ring round each stud', () => {
    const lay = plan.steps.find((s) => s.kind === 'lay' && s.itemIds.length === 2)!;
    expect(inked(lay)).toEqual({ ink: 3, rings: 0 });
    const torque = plan.steps.find((s) => s.kind === 'torque')!;
    expect(inked(torque).rings).toBe(1);
    expect(inked(plan.steps.find((s) => s.kind === 'mount')!)).toEqual({ ink: 1, rings: 0 });
  });
});

describe('times in words', () => {
  it('a break is no work', () => {
    expect(minutesTaken(90, 2)).toBe(1.5);
    expect(minutesTaken(3600, 2)).toBeNull();
    expect(timeWords(125.4)).toBe('2 h 05');
    expect(clockWords(48)).toBe('0:48');
  });
});
