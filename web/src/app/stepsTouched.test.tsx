// @vitest-environment happy-dom
import { boardPlan } from '@ombrik/core/build/buildPlan';
import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { JONAS, openJob, serverThat, show } from '../testing/screen.tsx';
import { StepsTouched } from './StepsTouched.tsx';

const board = demoBoard('marketCart');
const profile = profileOf(board, defaultWorkshop);
const plan = boardPlan(board, genericCatalogue, profile, derive(board, genericCatalogue, profile, defaultWorkshop));
afterEach(cleanup);

/** The board that is shown, beside the build of the cart with so many steps done. */
async function changed(shown: typeof board, doneCount: number, released = true) {
  const records = plan.steps.slice(0, doneCount).map((s, n) => ({
    key: `k${n}`,
    stepId: s.id,
    fingerprint: s.fingerprint,
    said: { kind: 'done', minutes: 1, planned: 1, value: null, toolId: null },
    personName: 'Jonas Wick',
    saidAt: '2026-11-30T09:00:00.000Z',
    at: '2026-11-30T09:00:00.000Z',
  }));
  serverThat({
    '/api/me': JONAS,
    '/api/jobs/jb/build': { revision: 1, released, board, plan, ways: [], learned: [], records, madeIds: [] },
  });
  show(
    <ul>
      <StepsTouched />
    </ul>,
    { job: await openJob(shown) },
  );
}
const without = (designation: string): typeof board => {
  const { id } = board.items.find((i) => i.designation === designation)!;
  const gone = new Set(board.connections.flatMap((c) => (c.from.itemId === id || c.to.itemId === id ? [c.id] : [])));
  return {
    ...board,
    items: board.items.filter((i) => i.id !== id),
    connections: board.connections.filter((c) => !gone.has(c.id)),
    cables: board.cables.filter((c) => !c.cores.some((k) => gone.has(k.connectionId))),
  };
};

describe('what a change of a board on the floor asks of the build', () => {
  it('names what is done and has to be taken back or done again', async () => {
    await changed(without('-F2'), plan.steps.length);
    expect((await screen.findByText(/^Done, and to be taken back: /)).textContent).toContain('Mount -F2');
    expect(screen.getByText(/^Done, and to be done again: /).textContent).toContain('Drill Main board');
  });
  it('of what nobody has done yet says only how much it is', async () => {
    await changed(without('-F2'), 0);
    expect(await screen.findByText(/not done yet would be otherwise, 0 more/)).toBeTruthy();
    expect(screen.queryByText(/^Done/)).toBeNull();
  });
  it('says nothing where nothing changes, or the board is not on the floor', async () => {
    await changed(board, 10);
    await new Promise((go) => setTimeout(go, 50));
    expect(screen.queryAllByRole('listitem')).toEqual([]);
    cleanup();
    await changed(without('-F2'), 10, false);
    await new Promise((go) => setTimeout(go, 50));
    expect(screen.queryAllByRole('listitem')).toEqual([]);
  });
});
