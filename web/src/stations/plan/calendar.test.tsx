// @vitest-environment happy-dom
import type { ShopHands } from '@ombrik/core/shop/shopCalendar';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { click, commit } from '../../testing/hands.ts';
import { HandsRow } from './HandsRow.tsx';

afterEach(cleanup);

const JONAS: ShopHands = { personId: 'j', skills: ['assembly'], hours: [8, 8, 8, 8, 6, 0, 0], visits: null, away: [] };

/** A person of the calendar whose changes come back, as on the page. */
function held(hands = JONAS, may = true) {
  let now = hands;
  const Shown = () => {
    const [own, set] = useState(now);
    now = own;
    return <HandsRow name="Jonas" hands={own} may={may} onChange={set} />;
  };
  render(<Shown />);
  return () => now;
}
const pick = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });

describe('a person of the calendar', () => {
  it('has hours of each weekday; nonsense is refused and the last good ones stay', async () => {
    const now = held();
    await commit(screen.getByLabelText('Sat'), '4,5');
    expect(now().hours).toEqual([8, 8, 8, 8, 6, 4.5, 0]);
    await commit(screen.getByLabelText('Mon'), '25');
    expect(now().hours[0]).toBe(8);
    expect(screen.getByText(/"25": a number from 0 to 16/)).toBeTruthy();
  });
  it('takes skills up and lets them go', async () => {
    const now = held();
    await click(screen.getByLabelText('Jonas makes cables'));
    await click(screen.getByLabelText('Jonas assembles'));
    expect(now().skills).toEqual(['cables']);
  });
  it('is away for days that are there, in their order, and comes back', async () => {
    const now = held();
    const add = screen.getByRole('button', { name: 'Add days away' }) as HTMLButtonElement;
    expect(add.disabled).toBe(true);
    pick('Jonas away from', '2026-12-24');
    pick('Jonas away to', '2026-12-20');
    expect(add.disabled).toBe(true);
    pick('Jonas away to', '2026-12-28');
    fireEvent.change(screen.getByLabelText('Why Jonas is away'), { target: { value: 'holidays' } });
    await click(add);
    pick('Jonas away from', '2026-12-02');
    await click(add);
    expect(now().away).toEqual([
      { from: '2026-12-02', to: '2026-12-02', why: '' },
      { from: '2026-12-24', to: '2026-12-28', why: 'holidays' },
    ]);
    expect(screen.getByText(/away 24 Dec to 28 Dec holidays/)).toBeTruthy();
    await click(screen.getByRole('button', { name: 'Jonas is there from 2026-12-02 after all' }));
    expect(now().away).toHaveLength(1);
  });
  it('who comes on single days only has these days, each once', async () => {
    const now = held();
    await click(screen.getByLabelText('comes on single days only'));
    for (const day of ['2026-12-09', '2026-12-02', '2026-12-09']) {
      pick('Day Jonas comes', day);
      const add = screen.getByRole('button', { name: 'Add the day' }) as HTMLButtonElement;
      if (!add.disabled) await click(add);
    }
    expect(now().visits).toEqual(['2026-12-02', '2026-12-09']);
    await click(screen.getByRole('button', { name: 'Jonas does not come on 2026-12-02' }));
    expect(now().visits).toEqual(['2026-12-09']);
    await click(screen.getByLabelText('comes on single days only'));
    expect(now().visits).toBeNull();
  });
  it('is only looked at by who may not change the calendar', () => {
    held(JONAS, false);
    expect((screen.getByRole('group', { name: 'Jonas' }) as HTMLFieldSetElement).disabled).toBe(true);
  });
});
