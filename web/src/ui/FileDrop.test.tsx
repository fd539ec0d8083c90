// @vitest-environment happy-dom

import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { FileDrop } from './FileDrop.tsx';

afterEach(cleanup);
const file = new File(['{}'], 'board.json', { type: 'application/json' });
const carried = { files: [file], items: [{ kind: 'file', type: file.type, getAsFile: () => file }], types: ['Files'] };

function open(disabled = false) {
  const taken: string[] = [];
  render(
    <FileDrop says="Take it in" disabled={disabled} onFiles={(files) => taken.push(...files.map((f) => f.name))}>
      <button type="button">What lies there</button>
    </FileDrop>,
  );
  const place = screen.getByRole('button').parentElement!;
  return { taken, place };
}

describe('a place where files are let fall', () => {
  it('says what letting go does while the hand is over it, and takes the file', async () => {
    const { taken, place } = open();
    await act(async () => void fireEvent.dragEnter(place, { dataTransfer: carried }));
    expect((await screen.findByRole('status')).textContent).toBe('Take it in');
    await act(async () => void fireEvent.drop(place, { dataTransfer: carried }));
    await act(() => new Promise((go) => setTimeout(go, 20)));
    expect(taken).toEqual(['board.json']);
  });
  it('off, takes nothing, and what lies there is for hands all the same', async () => {
    const { taken, place } = open(true);
    await act(async () => void fireEvent.drop(place, { dataTransfer: carried }));
    await act(() => new Promise((go) => setTimeout(go, 20)));
    expect(taken).toEqual([]);
    expect(place.hasAttribute('aria-disabled')).toBe(false);
    expect(place.hasAttribute('role')).toBe(false);
  });
});
