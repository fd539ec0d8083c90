// @vitest-environment happy-dom

import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Link, MemoryRouter } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import { Newer } from './Newer.tsx';
import { hear, useNewer } from './newer.ts';

afterEach(() => {
  cleanup();
  useNewer.setState({ newer: false, sending: 0 });
});
function open() {
  const loads: string[] = [];
  render(
    <MemoryRouter initialEntries={['/jobs/jb_1/power/loads']}>
      <Newer load={() => loads.push('now')} />
      <Link to="/jobs/jb_1/power/year">sheet</Link>
      <Link to="/jobs/jb_1/cables">station</Link>
    </MemoryRouter>,
  );
  return loads;
}
const go = (name: string) => act(async () => void fireEvent.click(screen.getByText(name)));

describe('a page that is older than what is served', () => {
  it('learns of it by any answer, and by none that says nothing', () => {
    for (const [served, own] of [
      [null, 'a'],
      ['', 'a'],
      ['a', 'a'],
      ['b', ''],
    ] as const) {
      hear(served, own);
      expect(useNewer.getState().newer).toBe(false);
    }
    hear('b', 'a');
    expect(useNewer.getState().newer).toBe(true);
  });
  it('is loaded anew where one goes to another place, never under the hand', async () => {
    const loads = open();
    await act(async () => hear('b', 'a'));
    expect(screen.getByRole('status').textContent).toContain('A newer Ombrik is here');
    expect(loads).toEqual([]);
    await go('sheet');
    expect(loads).toEqual([]);
    await go('station');
    expect(loads).toEqual(['now']);
  });
  it('waits for what is on its way', async () => {
    const loads = open();
    await act(async () => {
      hear('b', 'a');
      useNewer.setState({ sending: 1 });
    });
    await go('station');
    expect(loads).toEqual([]);
    expect((screen.getByRole('button', { name: 'Load it now' }) as HTMLButtonElement).disabled).toBe(true);
    await act(async () => useNewer.setState({ sending: 0 }));
    expect(loads).toEqual(['now']);
  });
  it('does not load for where one went before there was another', async () => {
    const loads = open();
    await go('station');
    await act(async () => hear('b', 'a'));
    expect(loads).toEqual([]);
  });
});
