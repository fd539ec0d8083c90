// @vitest-environment happy-dom
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { choose, click, commit, offered, press } from '../../testing/hands.ts';
import { openJob, serverThat, show } from '../../testing/screen.tsx';
import { OrderSystem } from './OrderSystem.tsx';
import { SurveySheet } from './SurveySheet.tsx';

beforeEach(() => {
  serverThat({ '/api/jobs/jb/files': { files: [] } });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('circuits as found', () => {
  async function open() {
    const job = await openJob();
    show(<SurveySheet />, { job, at: '/jobs/jb/brief/survey' });
    await press('Add a circuit');
    return { job, found: () => job.now().board.survey.at(-1)! };
  }
  it('what nobody can tell stays unknown, is said, and can be unsaid', async () => {
    const { found } = await open();
    expect(found()).toMatchObject({ conductorMm2: null, fuseA: null, fate: 'open' });
    await commit(screen.getByLabelText('Fuse of Circuit 1'), '15');
    expect(found().fuseA).toBe(15);
    await press('unknown');
    expect(found().fuseA).toBeNull();
  });
  it('a size that is none is refused where it is typed', async () => {
    const { job, found } = await open();
    const edits = job.sent.length;
    await commit(screen.getByLabelText('Conductor of Circuit 1'), '-4');
    expect(screen.getByText(/"-4": a number from/)).toBeTruthy();
    expect(found().conductorMm2).toBeNull();
    expect(job.sent.length - edits).toBeLessThanOrEqual(1);
  });
  it('named, decided and noted; each is an edit under its name', async () => {
    const { job, found } = await open();
    await commit(screen.getByLabelText('Name of Circuit 1'), 'Old pump');
    await choose(screen.getByLabelText('What becomes of Old pump'), 'goes');
    await commit(screen.getByLabelText('Notes on Old pump'), 'black with soot');
    expect(found()).toMatchObject({ name: 'Old pump', fate: 'goes', notes: 'black with soot' });
    await waitFor(() =>
      expect(job.sent).toEqual(['Survey: add a circuit', 'Survey: Circuit 1', 'Survey: Old pump', 'Survey: Old pump']),
    );
  });
  it('a new board says it is one, and becomes a rework job by a press', async () => {
    const { job } = await open();
    await press('Make it a rework job');
    expect(job.now().board.brief.jobKind).toBe('rework');
    expect(screen.queryByText(/This is a new board/)).toBeNull();
  });
  it('with several, one is removed and the others stay', async () => {
    const { job } = await open();
    await press('Add a circuit');
    await press('Add a circuit');
    const table = screen.getByRole('table', { name: 'Circuits as found' });
    await click(within(table).getAllByRole('button', { name: 'Remove' })[1]!);
    expect(job.now().board.survey.map((c) => c.name)).toEqual(['Circuit 1', 'Circuit 3']);
  });
});

describe('the system asked for', () => {
  const open = async () => {
    const job = await openJob();
    show(<OrderSystem />, { job, at: '/jobs/jb/brief' });
    return job;
  };
  it('another school of feeder fuse changes what the feeders are judged by', async () => {
    const job = await open();
    await choose(screen.getByLabelText('Feeder fuse by'), 'summedFuses');
    expect(job.now().board.settings.feederSchool).toBe('summedFuses');
    await waitFor(() => expect(job.sent).toHaveLength(1));
  });
  it('a slack in percent is kept as a share and lengthens every routed cable', async () => {
    const job = await open();
    const total = () => job.now().dossier.cables.reduce((s, c) => s + c.cutMm, 0);
    const before = total();
    const field = screen.getAllByRole('textbox').find((f) => /slack|longer/i.test(f.getAttribute('aria-label') ?? ''))!;
    await commit(field, '20');
    expect(job.now().board.settings.routeSlackShare).toBe(0.2);
    await waitFor(() => expect(total()).toBeGreaterThan(before));
  });
  it('copies of the workshop’s own stand beside the profiles they come from', async () => {
    const job = await open();
    const values = offered(screen.getByLabelText('Rules'));
    expect(new Set(values).size).toBe(values.length);
    expect(values.length).toBeGreaterThanOrEqual(3);
    expect(values).toContain(`${job.now().board.brief.profileId} `);
  });
});
