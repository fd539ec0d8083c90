// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import { glossary, pieces } from './glossary.ts';
import { PICTURES } from './pictures.tsx';
import { Worded } from './Worded.tsx';

afterEach(cleanup);

describe('words of a text that can be asked', () => {
  it('are whole words, the longer before the shorter, each at its first place, as they were said', () => {
    expect(pieces('Drops: a drop of the let-through energy.', ['drop', 'let-through'])).toEqual([
      { text: 'Drops', word: 'drop' },
      { text: ': a drop of the ', word: null },
      { text: 'let-through', word: 'let-through' },
      { text: ' energy.', word: null },
    ]);
    expect(pieces('prospective fault current', ['fault', 'prospective fault current']).map((p) => p.word)).toEqual([
      'prospective fault current',
    ]);
    expect(pieces('A dropped diesel droplet.', ['drop', 'die'])).toEqual([
      { text: 'A dropped diesel droplet.', word: null },
    ]);
    expect(pieces('nothing', [])).toEqual([{ text: 'nothing', word: null }]);
  });
  it('all that have a picture stand in the guide’s list', async () => {
    const words = await glossary();
    expect(words.size).toBeGreaterThan(40);
    expect(Object.keys(PICTURES).filter((w) => !words.has(w))).toEqual([]);
  });
  it('say what they mean, with a picture, once they are asked, and lead to all words', async () => {
    render(
      <MemoryRouter>
        <p data-testid="text">
          <Worded text="Its let-through is 14 kA²s." />
        </p>
      </MemoryRouter>,
    );
    const word = await screen.findByRole('button', { name: 'let-through' });
    expect(screen.getByTestId('text').textContent).toBe('Its let-through is 14 kA²s.');
    const note = document.getElementById(word.getAttribute('popovertarget')!)!;
    fireEvent(note, Object.assign(new Event('beforetoggle'), { newState: 'open' }));
    expect(note.textContent).toContain((await glossary()).get('let-through')!);
    expect(note.querySelector('svg path')).not.toBeNull();
    expect(note.querySelector('a')!.getAttribute('href')).toBe('/guide/words#let-through');
    fireEvent(note, Object.assign(new Event('beforetoggle'), { newState: 'closed' }));
    expect(note.textContent).toBe('');
  });
});
