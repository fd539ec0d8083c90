// @vitest-environment happy-dom
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { type CableProgress, STEP_WORDS } from '@ombrik/core/stock/cableSteps';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { choose, click, commit, offered, press } from '../../testing/hands.ts';
import { type Asked, JONAS, openJob, serverThat, show } from '../../testing/screen.tsx';
import { CableCard } from './CableCard.tsx';
import { useCableFloor } from './useCableFloor.ts';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

type Given = Partial<Parameters<typeof CableCard>[0]>;
const stepsOf = (done: readonly string[], more: object = {}): CableProgress =>
  ({
    steps: (Object.keys(STEP_WORDS) as CableProgress['steps'][number]['step'][]).map((step) => ({
      step,
      needed: true,
      done: done.includes(step),
      older: false,
      pullsN: [],
      personName: 'Jonas Wick',
      at: '2026-11-02T08:00:00.000Z',
    })),
    redone: [],
    made: false,
    older: false,
    ...more,
  }) as unknown as CableProgress;

/** A cable of the hut whose crimps are pulled, with its card. */
async function open(given: Given = {}, answers: Record<string, unknown> = {}) {
  const job = await openJob(demoBoard('hut'));
  const asked: Asked[] = serverThat({
    '/api/me': JONAS,
    '/api/jobs/jb/cables/': { taken: [] },
    ...answers,
  });
  const pulled = (c: MadeCable) => c.cores.some((k) => k.from.crimp?.pull && k.to.crimp?.pull);
  const cable = job.now().dossier.cables.find((c) => c.lead === null && !c.flat && pulled(c))!;
  const Card = () => (
    <CableCard
      cable={cable}
      progress={stepsOf([])}
      equals={[]}
      pullDue={false}
      reel={null}
      reels={[]}
      placeOf={() => 'drawer 3'}
      floor={useCableFloor()}
      next={null}
      previous={null}
      {...given}
    />
  );
  show(<Card />, { job });
  const posted = () => asked.filter((a) => a.method === 'POST');
  return { job, asked, cable, posted, card: screen.getByRole('article') };
}

describe('what a card says', () => {
  it('both ends with strip, die, shrink, torque and where they lie, each figure askable', async () => {
    const { cable, card } = await open();
    const core = cable.cores[0]!;
    for (const end of [core.from, core.to]) {
      expect(card.textContent).toContain(end.at);
      expect(card.textContent).toContain(end.lugName);
      if (end.crimp) expect(card.textContent).toContain(end.crimp.dieId);
    }
    expect(within(card).getAllByText('drawer 3').length).toBeGreaterThanOrEqual(2);
    await click(within(card).getAllByTitle('Why this number?')[0]!);
    expect(screen.getByTestId('why').textContent).toBe(`cable/${cable.cableId}/cutMm`);
  });
  it('nothing is said of a place nobody has looked up; of one that is empty it is said', async () => {
    await open({ placeOf: () => undefined });
    expect(screen.queryByText('none in the store')).toBeNull();
    cleanup();
    await open({ placeOf: () => null });
    expect(screen.getAllByText('none in the store').length).toBeGreaterThan(0);
  });
  it('a length that is a guess is cut only with a word, which goes with the press', async () => {
    const { cable } = await open();
    expect(screen.queryByText(/The length is a guess/)).toBeNull();
    cleanup();
    const { posted } = await open({ cable: { ...cable, provisional: true } });
    const steps = within(screen.getByRole('list', { name: 'Steps' }));
    expect((steps.getByRole('button', { name: new RegExp(STEP_WORDS.cut) }) as HTMLButtonElement).disabled).toBe(true);
    await press(/^Cut it to/);
    expect(screen.getByText('cannot be empty')).toBeTruthy();
    await commit(screen.getByLabelText('Why this length is right all the same'), 'held against the wall');
    await press(/^Cut it to/);
    await waitFor(() => expect(posted()).toHaveLength(1));
    expect(posted()[0]!.body).toMatchObject({ step: 'cut', done: true, word: 'held against the wall' });
  });
  it('those of equal length are named', async () => {
    await open({ equals: ['W2', 'W3'] });
    expect(screen.getByText(/cut them to the same mark/).textContent).toContain('W2, W3');
  });
});

describe('from which reel', () => {
  it('a reel chosen by the hand goes with the press', async () => {
    const { posted } = await open({ reels: [{ id: 'st_4', label: 'no. 4: 12.5 m' }] });
    const list = screen.getByLabelText('From which reel');
    expect(offered(list)).toEqual(['', 'st_4']);
    await choose(list, 'st_4');
    await press(new RegExp(STEP_WORDS.cut));
    await waitFor(() => expect(posted()).toHaveLength(1));
    expect(posted()[0]!.body).toMatchObject({ step: 'cut', done: true, fromStockId: 'st_4' });
  });
});

describe('the pull test', () => {
  const due = { pullDue: true, progress: stepsOf(['cut', 'stripped', 'crimped']) };
  it('wants a reading of every end, and none below the least', async () => {
    const { cable, posted, card } = await open(due);
    const pulls = cable.cores.flatMap((c) => [c.from, c.to]).filter((e) => e.crimp?.pull);
    const done = () => within(card).getByRole('button', { name: new RegExp(STEP_WORDS.pulled) }) as HTMLButtonElement;
    expect(done().disabled).toBe(true);
    const fields = screen.getAllByLabelText(/^Pull at/);
    expect(fields).toHaveLength(pulls.length);
    for (const field of fields) await commit(field, '1');
    expect(screen.getByText(/let go too early/)).toBeTruthy();
    expect(done().disabled).toBe(true);
    for (const [i, field] of fields.entries()) await commit(field, `${pulls[i]!.crimp!.pull!.forceN + 10},5`);
    expect(screen.queryByText(/let go too early/)).toBeNull();
    expect(done().disabled).toBe(false);
    await click(done());
    await waitFor(() => expect(posted()).toHaveLength(1));
    expect(posted()[0]!.body).toMatchObject({
      step: 'pulled',
      pullsN: pulls.map((p) => p.crimp!.pull!.forceN + 10.5),
    });
  });
  it('a word is no reading', async () => {
    const { card } = await open(due);
    for (const field of screen.getAllByLabelText(/^Pull at/)) await commit(field, 'strong');
    const done = within(card).getByRole('button', { name: new RegExp(STEP_WORDS.pulled) }) as HTMLButtonElement;
    expect(done.disabled).toBe(true);
  });
  it('is not asked before the crimp is made', async () => {
    await open({ ...due, progress: stepsOf(['cut']) });
    expect(screen.queryByLabelText(/^Pull at/)).toBeNull();
  });
});

describe('made again', () => {
  it('back to the store it asks for its length, no longer than the cable was', async () => {
    const { cable, posted } = await open();
    await press(/make it again/);
    await press('crimp let go');
    await click(screen.getByRole('radio', { name: /back to the store/ }));
    const length = screen.getByLabelText('Length of the remnant');
    await commit(length, String(Math.ceil(cable.cutMm) + 1));
    await press('Start it again');
    expect(posted()).toEqual([]);
    await commit(length, '120');
    await press('Start it again');
    await waitFor(() => expect(posted()).toHaveLength(1));
    expect(posted()[0]!.body).toMatchObject({
      reason: 'crimp let go',
      scrap: 'remnant',
      remnantMm: 120,
      bin: 'remnants',
    });
    expect(posted()[0]!.path).toMatch(/\/again$/);
  });
  it('what was said stays when the store refuses, with its words', async () => {
    await open({}, { '/api/jobs/jb/cables/': { status: 409, problems: ['nobody has cut it yet'] } });
    await press(/make it again/);
    await press('wrong lug');
    await press('Start it again');
    expect((await screen.findByRole('alert')).textContent).toContain('nobody has cut it yet');
    expect((screen.getByLabelText('Why it is made again') as HTMLInputElement).value).toBe('wrong lug');
  });
});

describe('steps', () => {
  it('one done to an older drawing is done again by a press, not taken back', async () => {
    const progress = stepsOf(['cut']);
    progress.steps[0]!.older = true;
    const { posted } = await open({ progress });
    expect(screen.getByText('to an older spec')).toBeTruthy();
    await press(new RegExp(STEP_WORDS[progress.steps[0]!.step]));
    await waitFor(() => expect(posted()).toHaveLength(1));
    expect(posted()[0]!.body).toMatchObject({ done: true });
  });
  it('one that is done is taken back by a press', async () => {
    const progress = stepsOf(['cut']);
    const { posted } = await open({ progress });
    await press(new RegExp(STEP_WORDS[progress.steps.find((s) => s.done)!.step]));
    await waitFor(() => expect(posted()).toHaveLength(1));
    expect(posted()[0]!.body).toMatchObject({ done: false });
  });
  it('from the last card there is no next, from the first no back', async () => {
    const moves: string[] = [];
    await open({ next: null, previous: () => moves.push('back') });
    expect((screen.getByRole('button', { name: 'Next cable' }) as HTMLButtonElement).disabled).toBe(true);
    await press('Back');
    expect(moves).toEqual(['back']);
  });
});
