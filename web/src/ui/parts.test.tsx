// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { atLeisure, MIRA, openJob, serverThat, show } from '../testing/screen.tsx';
import { Askable } from './Askable.tsx';
import { amps, kilowattHours, mm2, quantity, seconds, watts } from './format.ts';
import { LockChoice } from './LockChoice.tsx';
import { Problems } from './Problems.tsx';
import { Tape } from './Tape.tsx';
import { NumberField, TextField } from './TextField.tsx';
import { WhyDrawer } from './WhyDrawer.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const change = (label: string, value: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value } }));

describe('fields that write to the board', () => {
  it('a number is kept when it is left or Enter is pressed, never one that is wrong', async () => {
    const kept: number[] = [];
    show(<NumberField label="Ambient" value={20} min={-20} max={70} unit="°C" onCommit={(v) => kept.push(v)} />);
    await change('Ambient', '35,5');
    fireEvent.keyDown(screen.getByLabelText('Ambient'), { key: 'Enter' });
    await change('Ambient', '99');
    expect(screen.getByText('"99": a number from -20 to 70')).toBeTruthy();
    fireEvent.blur(screen.getByLabelText('Ambient'));
    expect(kept).toEqual([35.5]);
    fireEvent.keyDown(screen.getByLabelText('Ambient'), { key: 'Escape' });
    expect((screen.getByLabelText('Ambient') as HTMLInputElement).value).toBe('20');
  });
  it('what was left as it was is no edit', () => {
    const kept: unknown[] = [];
    show(
      <>
        <NumberField label="n" value={5} min={0} max={9} unit="" onCommit={(v) => kept.push(v)} />
        <TextField label="t" value="same" max={9} onCommit={(v) => kept.push(v)} />
      </>,
    );
    fireEvent.blur(screen.getByLabelText('n'));
    fireEvent.blur(screen.getByLabelText('t'));
    expect(kept).toEqual([]);
  });
  it('what somebody else saves meanwhile takes nothing from the hand that types, and is seen where no hand is', async () => {
    const kept: string[] = [];
    const both = (value: string) => (
      <>
        <TextField label="Name" value={value} max={20} onCommit={(v) => kept.push(v)} />
        <TextField label="Other" value={value} max={20} onCommit={(v) => kept.push(v)} />
      </>
    );
    const { rerender } = render(both('W1'));
    const box = (label: string) => screen.getByLabelText(label) as HTMLInputElement;
    await act(async () => box('Name').focus());
    await change('Name', 'my name');
    rerender(both('their name'));
    expect([box('Name').value, box('Other').value]).toEqual(['my name', 'their name']);
    await act(async () => box('Name').blur());
    expect(kept).toEqual(['my name']);
    rerender(both('my name'));
    await act(async () => box('Name').focus());
    // Nothing typed since: what is saved is shown, as a step back is.
    rerender(both('their name'));
    expect(box('Name').value).toBe('their name');
  });
  it('a text that must stand or is too long says so', async () => {
    const kept: string[] = [];
    show(<TextField label="Name" value="W1" max={4} required onCommit={(v) => kept.push(v)} />);
    await change('Name', ' ');
    expect(screen.getByText('Name cannot be empty')).toBeTruthy();
    await change('Name', 'W1234');
    expect(screen.getByText('Name at most 4 characters')).toBeTruthy();
    fireEvent.blur(screen.getByLabelText('Name'));
    expect(kept).toEqual([]);
  });
});

describe('a value that was worked out', () => {
  const options = [16, 25].map((value) => ({ value, text: `${value} mm²` }));
  it('is locked by a named person for a reason, and never without one', async () => {
    serverThat({ '/api/me': MIRA });
    const chosen: unknown[] = [];
    show(
      <LockChoice
        label="W1"
        choice={{ mode: 'auto' }}
        current={16}
        options={options}
        onChange={(c) => chosen.push(c)}
      />,
    );
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Lock W1' })));
    const lock = screen.getByRole('button', { name: 'Lock it' });
    expect((screen.getByLabelText('Value for W1') as HTMLSelectElement).value).toBe('16');
    await act(async () => void fireEvent.click(lock));
    expect(screen.getByRole('status').textContent).toBe('cannot be empty');
    expect(chosen).toEqual([]);
    await change('Value for W1', '25');
    await change('Reason for locking W1', '  the reel we have ');
    await act(async () => void fireEvent.click(lock));
    expect(chosen).toEqual([{ mode: 'locked', value: 25, reason: 'the reel we have', who: 'Mira Holt' }]);
  });
  it('locked, it says by whom and why, and is let go', () => {
    const chosen: unknown[] = [];
    const choice = { mode: 'locked' as const, value: 25, reason: 'the reel', who: 'Mira Holt' };
    show(<LockChoice label="W1" choice={choice} current={25} options={options} onChange={(c) => chosen.push(c)} />);
    expect(screen.getByText('Mira Holt: the reel')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Unlock W1' }));
    expect(chosen).toEqual([{ mode: 'auto' }]);
  });
});

describe('why a number is what it is', () => {
  it('formula, inputs, source; an input that was worked out opens its own', async () => {
    const job = await openJob();
    const { cableId } = job.now().dossier.cables[0]!;
    show(
      <>
        <Askable address={`cable/${cableId}/conductorMm2`}>16</Askable>
        <WhyDrawer />
      </>,
      { job },
    );
    await act(async () => void fireEvent.click(screen.getByTitle('Why this number?')));
    const drawer = await screen.findByRole('complementary', { name: 'Why this number' });
    await waitFor(() => expect(drawer.textContent).toMatch(/Conductor area.*=.*Source: /s));
    const inner = drawer.querySelector('button[aria-expanded="false"]')!;
    await act(async () => void fireEvent.click(inner));
    expect(drawer.querySelectorAll('h4').length).toBeGreaterThan(1);
    await act(async () => void fireEvent.keyDown(window, { key: 'Escape' }));
    expect(screen.queryByRole('complementary', { name: 'Why this number' })).toBeNull();
  });
  it('follows the board while it stands open, once the board has been worked out', async () => {
    const job = await openJob(undefined, atLeisure(50));
    const { cableId, conductor } = job.now().dossier.sizing.cables[0]!;
    show(
      <>
        <Askable address={`cable/${cableId}/ampacityA/${conductor.value}`}>16</Askable>
        <WhyDrawer />
      </>,
      { job },
    );
    await act(async () => void fireEvent.click(screen.getByTitle('Why this number?')));
    const drawer = await screen.findByRole('complementary', { name: 'Why this number' });
    const value = () => drawer.querySelector('h4 .num')?.textContent;
    await waitFor(() => expect(value()).toMatch(/A$/));
    const before = value();
    await act(async () => void job.now().edit('Hot', [{ kind: 'setBrief', field: 'ambientC', value: 55 }]));
    await waitFor(() => expect(value()).not.toBe(before));
  });
  it('what somebody typed has no formula, and says so', async () => {
    const job = await openJob();
    show(
      <>
        <Askable address="brief/nothing">1</Askable>
        <WhyDrawer />
      </>,
      { job },
    );
    await act(async () => void fireEvent.click(screen.getByTitle('Why this number?')));
    expect(await screen.findByText(/nothing was computed/)).toBeTruthy();
  });
});

describe('numbers as a hand can use them', () => {
  it.each([
    [amps(9.96), '10.0 A'],
    [amps(12.4), '12 A'],
    [amps(8512), '8.5 kA'],
    [watts(9.94), '9.9 W'],
    [watts(12_400), '12.4 kW'],
    [kilowattHours(1250), '1.3 kWh'],
    [seconds(0.0004), 'under 1 ms'],
    [seconds(0.64), '640 ms'],
    [seconds(14), '14 s'],
    [quantity(9.9e37, 'Ω'), 'open'],
    [quantity(0.00123, 'Ω'), '0.00123 Ω'],
    [quantity(1234.6, 'mm'), '1235 mm'],
    [mm2(16), '16 mm²'],
  ])('%j', (said, expected) => {
    expect(said.replaceAll('\u2009', ' ')).toBe(expected);
  });
});

describe('a cable straightened', () => {
  it('every cable and formed link of the board has a tape to cut by, with nothing drawn at no place', async () => {
    const job = await openJob();
    const { dossier } = job.now();
    const pathsOf = new Map(dossier.lengths.map((l) => [l.cableId, l.paths]));
    for (const cable of dossier.cables) {
      const { container } = show(<Tape cable={cable} paths={pathsOf.get(cable.cableId) ?? []} />);
      expect(screen.getByRole('img').getAttribute('aria-label')).toContain(`${Math.round(cable.cutMm)} mm`);
      expect(container.innerHTML).not.toMatch(/NaN|Infinity|undefined/);
      cleanup();
    }
  });
});

it('many problems are told as a dozen and how many more', () => {
  show(<Problems problems={Array.from({ length: 20 }, (_, n) => `problem ${n}`)} />);
  expect(screen.getAllByRole('listitem')).toHaveLength(13);
  expect(screen.getByText('… and 8 more')).toBeTruthy();
});
