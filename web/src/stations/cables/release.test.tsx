// @vitest-environment happy-dom

import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { cableLabels } from '@ombrik/core/stock/cableLabels';
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { press } from '../../testing/hands.ts';
import { type Asked, openJob, serverThat, show } from '../../testing/screen.tsx';
import { FileStrip } from '../brief/FileStrip.tsx';
import { LabelsSheet } from './LabelsSheet.tsx';
import { ReleaseBar } from './ReleaseBar.tsx';

vi.mock('../ship/PaperView.tsx', () => ({ PaperView: ({ src }: { src: string }) => <p data-testid="paper">{src}</p> }));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const posts = (asked: Asked[]) => asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body]);

describe('release to the floor', () => {
  const open = async (released: unknown, answer: unknown = { released: null }) => {
    const job = await openJob();
    const { board, workshop } = job.now();
    const asked = serverThat({
      '/api/jobs/jb': { job: { id: 'jb', number: 401 }, revision: 1, released, board, workshop, stations: [] },
      '/api/jobs/jb/release': answer,
    });
    show(<ReleaseBar />, { job });
    await screen.findByRole('region', { name: 'Release' });
    return asked;
  };
  const RELEASED = {
    way: 'release',
    revision: 1,
    reason: '',
    openStops: [],
    personName: 'Mira Holt',
    at: '2026-11-02T08:00:00Z',
  };
  it('goes out at the revision that was looked at', async () => {
    const asked = await open(null);
    expect(screen.getByText(/Not released: its needs are in no purchase list yet/)).toBeTruthy();
    await press('Release to the floor');
    // Nobody has routed this board: what would go out unsettled is read first.
    expect(posts(asked)).toEqual([]);
    const left = screen.getByRole('alert');
    expect(left.textContent).toMatch(/\d+ lengths are guesses: W1, /);
    await press('Do not release yet');
    expect(screen.queryByRole('alert')).toBeNull();
    await press('Release to the floor');
    await press('Release all the same');
    await waitFor(() =>
      expect(posts(asked)).toEqual([['/api/jobs/jb/release', { way: 'release', revision: 1, reason: '' }]]),
    );
  });
  it('is withdrawn only with a reason', async () => {
    const asked = await open(RELEASED);
    await screen.findByText('● Released');
    await press('Withdraw …');
    await press('Withdraw it');
    expect(screen.getByText('cannot be empty')).toBeTruthy();
    expect(posts(asked)).toEqual([]);
    await act(async () =>
      fireEvent.change(screen.getByLabelText('Reason'), { target: { value: 'the customer thinks again' } }),
    );
    await press('Withdraw it');
    await waitFor(() =>
      expect(posts(asked)[0]![1]).toEqual({ way: 'withdraw', revision: 1, reason: 'the customer thinks again' }),
    );
  });
  it('an older revision on the floor is told, and the new one offered', async () => {
    await open({ ...RELEASED, revision: 7, openStops: ['W1 burns'], reason: 'agreed' });
    expect(await screen.findByText(/the board is at revision 1 now/)).toBeTruthy();
    expect(screen.getByText(/with 1 stop findings open: agreed/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Release revision 1' })).toBeTruthy();
  });
  it('what the server refuses is told at the press', async () => {
    await open(null, { status: 409, problems: ['released at revision 1, the board is at 2: look at it again'] });
    await press('Release to the floor');
    await press('Release all the same');
    await waitFor(() => expect(screen.getAllByRole('alert').at(-1)!.textContent).toContain('look at it again'));
  });
});

describe('labels', () => {
  it('two for every core, on the sheet that is chosen; those too short to go round are told', async () => {
    const job = await openJob();
    show(<LabelsSheet />, { job });
    const count = cableLabels(job.now().dossier.cables, genericCatalogue).length;
    expect(screen.getByText(new RegExp(`^${count} labels, two for every core`))).toBeTruthy();
    await act(async () => void fireEvent.click(screen.getByRole('radio', { name: /Flags, A4/ })));
    expect(screen.getByTestId('paper').textContent).toMatch(/labels\.pdf\?revision=1&sheet=flag-a4/);
    expect(screen.queryByText(/Too short to go round/)).toBeNull();
  });
});

describe('files of an order', () => {
  const file = (id: string, change: object = {}) => ({
    id,
    name: `${id}.png`,
    type: 'image/png',
    sizeBytes: 1_400_000,
    personName: 'Mira Holt',
    at: '2026-11-02T08:00:00Z',
    removed: false,
    ...change,
  });
  it('those struck out are not shown; one taken off can be brought back', async () => {
    const asked = serverThat({
      '/api/jobs/jb/files': { files: [file('place'), file('old', { removed: true })] },
      '/api/jobs/jb/files/place/removed': { ok: true },
    });
    show(<FileStrip />, { job: await openJob() });
    await screen.findByAltText('place.png');
    expect(screen.queryByAltText('old.png')).toBeNull();
    await press('Take place.png off');
    await press('Bring place.png back');
    await waitFor(() => expect(posts(asked).map(([, body]) => body)).toEqual([{ removed: true }, { removed: false }]));
  });
  it('a file the server refuses is told, the others still go', async () => {
    let sent = 0;
    serverThat({
      '/api/jobs/jb/files': (a: Asked) => {
        if (a.method !== 'POST') return { files: [] };
        return sent++ === 0 ? { status: 422, problems: ['plan.exe is of a kind that is not taken'] } : { id: 'fi_2' };
      },
    });
    show(<FileStrip />, { job: await openJob() });
    const input = screen.getByLabelText('Add files') as HTMLInputElement;
    const files = [new File(['x'], 'plan.exe'), new File(['y'], 'roof.png')];
    Object.defineProperty(input, 'files', { value: files, configurable: true });
    await act(async () => void fireEvent.change(input));
    expect((await screen.findByRole('alert')).textContent).toContain('plan.exe is of a kind');
    await waitFor(() => expect(sent).toBe(2));
  });
});
