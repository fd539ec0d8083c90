// @vitest-environment happy-dom
import { cleanup, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { openJob, serverThat, show } from '../../testing/screen.tsx';
import { LessonsPage } from './LessonsPage.tsx';

afterEach(cleanup);
const row = (what: string, failed: number, tried: number, standsOut = false) => ({
  what,
  failed,
  tried,
  jobs: failed > 0 ? 1 : 0,
  bounds: [failed / tried / 2, Math.min(1, failed / tried + 0.2)],
  standsOut,
});

describe('what fails, over all jobs', () => {
  it('shows what failed with its counts and bounds, in the order of what is certain, and marks what stands out', async () => {
    const lug = [row('Lug 25-M8', 4, 20, true), row('Lug 50-M8', 1, 30), row('Lug 70-M10', 0, 12)];
    serverThat({
      '/api/lessons': { jobs: 7, fails: { lug, die: [], part: [row('Fuse block', 0, 9)], check: [], step: [] } },
    });
    show(<LessonsPage />, { job: await openJob() });
    const lugs = within(await screen.findByRole('table', { name: 'Lugs and ends' }));
    expect(lugs.getAllByRole('rowheader').map((r) => r.textContent)).toEqual(['Lug 25-M8', 'Lug 50-M8']);
    expect(lugs.getByText('10.0 % to 40.0 %')).toBeTruthy();
    expect(lugs.getAllByText('more than the others')).toHaveLength(1);
    expect(within(screen.getByRole('region', { name: 'Parts' })).getByText('None of 9 failed.')).toBeTruthy();
    expect(within(screen.getByRole('region', { name: 'Dies' })).getByText('Nothing is recorded yet.')).toBeTruthy();
    expect(screen.getByText(/From 7 jobs/)).toBeTruthy();
  });
});
