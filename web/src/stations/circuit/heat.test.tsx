// @vitest-environment happy-dom
import { heatStudy } from '@ombrik/core/circuit/heatStudy';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { choose, click } from '../../testing/hands.ts';
import { openJob, show } from '../../testing/screen.tsx';
import { HeatSheet } from './HeatSheet.tsx';

vi.mock('./useCircuitStudy.ts', () => ({
  useCircuitStudy: (_: string, __: unknown, work: (s: unknown) => unknown) => ({
    data: work({
      heat: (board: Board) => heatStudy(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop),
    }),
    error: null,
  }),
}));
afterEach(cleanup);

const hut = demoBoard('hut');
const closed: Board = { ...hut, panels: hut.panels.map((p, n) => (n === 0 ? { ...p, frontClearanceMm: 150 } : p)) };
const open = async (board: Board) => show(<HeatSheet />, { job: await openJob(board) });
const main = () => screen.getByRole('region', { name: 'Heat on Main board' });
const watts = (designation: string) => {
  const row = within(main())
    .getByText(new RegExp(`^${designation} `))
    .closest('tr')!;
  return Number(/([\d.]+) W$/.exec(row.textContent!)![1]);
};

describe('where the heat goes', () => {
  it('draws every part with its watts and lists them with the cables', async () => {
    await open(hut);
    expect(watts('-T1')).toBeGreaterThan(100);
    const picture = within(main()).getByRole('img', { name: /^Heat on Main board/ });
    const parts = [...picture.querySelectorAll('[data-loss]')].map((e) => Number(e.getAttribute('data-loss')));
    expect(Math.max(...parts)).toBe(watts('-T1'));
    expect(within(main()).getByText('Cables on it')).toBeTruthy();
    expect(main().textContent).toContain('It stands open');
  });
  it('at night the inverter rests: another state, other watts', async () => {
    await open(hut);
    await choose(screen.getByLabelText('What is on'), 'loads');
    expect(within(main()).queryByText(/^-T1 /)).toBeNull();
  });
  it('under a lid it says how warm the air gets, and why can be asked', async () => {
    await open(closed);
    expect(main().textContent).toMatch(/Under its lid \d+ W have [\d.]+ m² to leave by: the air gets [\d.]+ K warmer/);
    expect(main().textContent).toContain('Cables there are sized for that.');
    await click(within(main()).getByTitle('Why this number?'));
    expect(screen.getByTestId('why').textContent).toBe(`panel/${hut.panels[0]!.id}/riseK`);
    // Of one state nothing is sized: it is told, not asked.
    await choose(screen.getByLabelText('What is on'), 'sun');
    expect(within(main()).queryByTitle('Why this number?')).toBeNull();
  });
  it('a part behind the board is dashed; what gives next to nothing has no number on the picture', async () => {
    const behind: Board = {
      ...hut,
      items: hut.items.map((i) =>
        i.designation === '-F7' && i.place.kind === 'panel'
          ? { ...i, place: { ...i.place, face: 'back' as const } }
          : i,
      ),
    };
    await open(behind);
    const picture = within(main()).getByRole('img', { name: /^Heat on Main board/ });
    const of = (designation: string) =>
      [...picture.querySelectorAll('g')].find((g) => g.querySelector('text')?.textContent === designation)!;
    expect(of('-F7').querySelector('polygon')!.getAttribute('stroke-dasharray')).toBe('8 6');
    expect(of('-F8').querySelector('polygon')!.getAttribute('stroke-dasharray')).toBeNull();
    // A bar joins and loses nothing: its name stands alone.
    expect([...of('-X1').querySelectorAll('text')].map((t) => t.textContent)).toEqual(['-X1', '']);
    expect(of('-T1').querySelectorAll('text')[1]!.textContent).toMatch(/^\d+ W$/);
    // The redder the more: the inverter above all.
    const red = (d: string) => Number(of(d).querySelectorAll('polygon')[1]!.getAttribute('fill-opacity'));
    expect(red('-T1')).toBeGreaterThan(red('-T3'));
    expect(red('-T3')).toBeGreaterThan(red('-F8'));
  });
  it('each panel has its own sum, and one with a lid a thick edge', async () => {
    await open(closed);
    const edge = (name: string) =>
      Number(
        within(screen.getByRole('region', { name: `Heat on ${name}` }))
          .getByRole('img')
          .querySelector('polygon')!
          .getAttribute('stroke-width'),
      );
    expect(edge('Main board')).toBeGreaterThan(5);
    const sum = Number(/Main board: (\d+) W/.exec(main().textContent!)![1]);
    expect(sum).toBeGreaterThan(watts('-T1'));
  });
});
