// @vitest-environment happy-dom
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { act, cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { press } from '../testing/hands.ts';
import { openJob, show } from '../testing/screen.tsx';
import { PartsClipboard } from './PartsClipboard.tsx';

afterEach(cleanup);

async function open(board?: Parameters<typeof openJob>[0]) {
  const job = await openJob(board);
  const choose = vi.fn();
  const chosen = new Set<string>();
  show(<PartsClipboard chosen={chosen} panelId={job.now().board.panels[0]!.id} choose={choose} />, { job });
  return { job, choose, chosen, items: job.now().board.items };
}
/** A press of Ctrl-C, Ctrl-X or Ctrl-V with what then lies on the clipboard. */
async function over(kind: 'copy' | 'cut' | 'paste', lies: Record<string, string> = {}) {
  const held = { ...lies };
  const data = {
    getData: (type: string) => held[type] ?? '',
    setData: (type: string, value: string) => {
      held[type] = value;
    },
  };
  const event = Object.assign(new Event(kind, { cancelable: true }), { clipboardData: data });
  await act(async () => void document.dispatchEvent(event));
  return { held, taken: event.defaultPrevented };
}

describe('parts over the clipboard', () => {
  it('go from one job to another with the wires among them, as one edit', async () => {
    const from = await open(mountainHutBoard());
    const wire = from.job.now().board.connections[0]!;
    for (const end of [wire.from, wire.to]) from.chosen.add(end.itemId);
    const { held, taken } = await over('copy');
    expect(taken).toBe(true);
    expect(held['text/plain']!.split('\r\n')[0]).toBe('Mark\tName\tPart');
    cleanup();
    const to = await open();
    await over('paste', held);
    const now = to.job.now().board;
    expect([now.items.length - to.items.length, now.connections.length > 0]).toEqual([2, true]);
    expect(now.items.slice(-2).map((i) => i.partId)).toEqual(
      from.items.filter((i) => from.chosen.has(i.id)).map((i) => i.partId),
    );
    expect(to.choose).toHaveBeenCalledWith(now.items.slice(-2).map((i) => i.id));
    expect(to.job.sent).toEqual(['Paste 2 parts']);
    await act(async () => to.job.now().undo());
  });
  it('a chosen cable takes the parts it joins along; cutting takes parts off as one edit', async () => {
    const { job, chosen, items } = await open();
    const cable = job.now().board.cables[0]!;
    await act(async () => job.now().select({ kind: 'cable', id: cable.id }));
    const { held } = await over('copy');
    expect(held['text/html']).toContain(cable.designation);
    chosen.add(items[0]!.id);
    await over('cut');
    expect(job.now().board.items.some((i) => i.id === items[0]!.id)).toBe(false);
    expect(job.sent).toEqual(['Cut 1 part']);
  });
  it('a name with a quotation mark stands in the table as it was typed', async () => {
    const { job, chosen, items } = await open();
    const { id } = items[0]!;
    await act(
      async () =>
        void job.now().edit('Name', [{ kind: 'set', collection: 'items', id, field: 'name', value: 'the 1" one' }]),
    );
    chosen.add(id);
    const { held } = await over('copy');
    const table = new DOMParser().parseFromString(held['text/html']!, 'text/html');
    expect([...table.querySelectorAll('td')].map((c) => c.textContent)).toContain('the 1" one');
  });
  it('leave alone who copies a text, and what is no part', async () => {
    const { job, chosen, items } = await open();
    expect((await over('copy')).taken).toBe(false);
    chosen.add(items[0]!.id);
    const field = document.body.appendChild(document.createElement('input'));
    field.focus();
    expect((await over('copy')).taken).toBe(false);
    field.remove();
    expect((await over('paste', { 'text/html': '<table><tr><td>12 V</td></tr></table>' })).taken).toBe(false);
    expect(job.sent).toEqual([]);
  });
  it('that are broken are refused in words and change nothing', async () => {
    const { job } = await open();
    await over('paste', { 'text/html': '<table data-ombrik-parts=\'{"format":"ombrik-parts","items":[]}\'></table>' });
    expect(screen.getByRole('alert').textContent).toMatch(/items is \[\]; accepted: a list of 1 to 400/);
    expect(job.sent).toEqual([]);
    await press('Understood');
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('that no catalogue here knows are left out, and it is said how many', async () => {
    const { job, chosen, items } = await open();
    chosen.add(items[0]!.id);
    chosen.add(items[1]!.id);
    const { held } = await over('copy');
    const html = held['text/html']!.replaceAll(items[0]!.partId, 'part-of-elsewhere');
    await over('paste', { 'text/html': html });
    const gone = items.slice(0, 2).filter((i) => i.partId === items[0]!.partId).length;
    expect(job.now().board.items.length - items.length).toBe(2 - gone);
    expect(screen.getByRole('alert').textContent).toContain(`${gone} of 2 parts were left out`);
  });
});
