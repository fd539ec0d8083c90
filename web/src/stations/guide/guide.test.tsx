// @vitest-environment happy-dom

import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { STATIONS } from '@ombrik/core/stations';
import { cleanup, screen } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { MIRA, serverThat, show } from '../../testing/screen.tsx';
import { STATION_SHEETS } from '../../ui/stationSheets.ts';
import { GuidePage } from './GuidePage.tsx';
import { anchorOf, GUIDE_PAGES, guideOf, guidePlaces, guideText, pictureAt } from './guide.ts';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const docs = (folder: string) => readdirSync(join(process.cwd(), 'docs', folder));

describe('the guide', () => {
  it('has all its pages in an order, each with a heading, and one for every station', () => {
    expect([...GUIDE_PAGES].sort()).toEqual(
      docs('guide')
        .map((f) => f.replace('.md', ''))
        .sort(),
    );
    for (const page of GUIDE_PAGES) expect([page, guideText(page).startsWith('# ')]).toEqual([page, true]);
    for (const station of STATIONS) expect(guideOf(`/jobs/jb_1/${station}/sheet`)).toBe(station);
  });
  it('names only pictures there are', () => {
    const there = docs('screenshots');
    for (const page of GUIDE_PAGES)
      for (const [, file] of guideText(page).matchAll(/!\[[^\]]+\]\(\.\.\/screenshots\/([^)]+)\)/g)) {
        expect(there).toContain(file);
        expect(pictureAt(`../screenshots/${file}`)).not.toContain('../');
      }
  });
  it('speaks of every sheet of every station by its name', () => {
    for (const station of STATIONS)
      for (const title of Object.values(STATION_SHEETS[station]))
        expect([station, guideText(station).toLowerCase().includes(title.toLowerCase())]).toEqual([station, true]);
  });
  it('leads from where one is to the page of that', () => {
    expect(['/', '/stock', '/buying', '/people', '/plan', '/nowhere', '/me'].map(guideOf)).toEqual([
      ...['start', 'store', 'store', 'workshop', 'plan', 'start', 'start'],
    ]);
  });
  it('explains its words, in the order of the alphabet, each once', () => {
    const words = guidePlaces().filter((p) => p.page === 'words' && p.title !== 'Words');
    const names = words.map((w) => w.title);
    expect(names.length).toBeGreaterThan(40);
    expect(names).toEqual([...new Set(names)].sort((a, b) => a.localeCompare(b, 'en')));
    for (const w of words) expect([w.title, w.says.length > 10]).toEqual([w.title, true]);
    expect(words.find((w) => w.title === 'let-through')).toMatchObject({ anchor: 'let-through' });
  });
  it('is read in the application: headings can be named, pictures are the built ones, words stay as written', async () => {
    serverThat({ '/api/me': MIRA });
    show(
      <Routes>
        <Route path="/guide/:page" element={<GuidePage />} />
      </Routes>,
      { at: '/guide/cables' },
    );
    expect(await screen.findByRole('heading', { level: 1, name: 'Cables: cut, crimp, label' })).toBeTruthy();
    expect(document.getElementById(anchorOf('Picking, Labels, Costs'))?.tagName).toBe('H2');
    expect(screen.getAllByRole('img').length).toBeGreaterThan(1);
    expect(screen.getByRole('link', { name: 'Next: Build' })).toBeTruthy();
  });
});
