// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type Asked, MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import { OrderSheet } from './OrderSheet.tsx';
import { Questions } from './Questions.tsx';
import { SurveySheet } from './SurveySheet.tsx';

let asked: Asked[];
beforeEach(() => {
  asked = serverThat({
    '/api/me': MIRA,
    '/api/jobs/jb/files': { files: [] },
    '/api/jobs/jb/wanted': { ok: true },
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const commit = async (label: string, value: string) => {
  const field = screen.getByLabelText(label, { exact: true });
  fireEvent.change(field, { target: { value } });
  await act(async () => void fireEvent.blur(field));
};
const pick = (label: string, value: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label, { exact: true }), { target: { value } }));

describe('the order sheet', () => {
  const open = async () => {
    const job = await openJob();
    show(<OrderSheet />, { job, at: '/jobs/jb/brief' });
    return job;
  };
  it('each field is one edit of the brief, told by its name', async () => {
    const job = await open();
    await commit('Customer', 'The ferry stall');
    await commit('Ambient where the cables lie', '48');
    await pick('Kept', 'simple');
    expect(job.now().board.brief).toMatchObject({ customer: 'The ferry stall', ambientC: 48, monitoring: 'simple' });
    await waitFor(() => expect(job.sent).toEqual(['Brief: customer', 'Brief: ambientC', 'Brief: monitoring']));
  });
  it('a warmer place makes the copper thicker, at once', async () => {
    const job = await open();
    const copper = () => job.now().dossier.cables.reduce((s, c) => s + c.areaMm2 * c.lengthMm, 0);
    const before = copper();
    await commit('Ambient where the cables lie', '60');
    await waitFor(() => expect(copper()).toBeGreaterThan(before));
  });
  it('an opening is known by its three sizes; what is missing is plain to see', async () => {
    const job = await open();
    await act(async () => void job.now().edit('none', [{ kind: 'setBrief', field: 'opening', value: null }]));
    await commit('Opening, width', '400');
    expect(job.now().board.brief.opening).toMatchObject({ widthMm: 400, heightMm: 1, depthMm: 1 });
    await commit('Opening, height', '300');
    expect(job.now().board.brief.opening).toMatchObject({ widthMm: 400, heightMm: 300 });
  });
  it('the rules change as one edit, and what they judge with them', async () => {
    const job = await open();
    const { profileId } = job.now().board.brief;
    await pick('Rules', profileId === 'fixed-iec' ? 'craft-iso ' : 'fixed-iec ');
    expect(job.now().board.brief.profileId).not.toBe(profileId);
    await waitFor(() => expect(job.sent).toEqual(['Brief: rules']));
  });
  it('the day it is wanted on belongs to the job, not to the board', async () => {
    const job = await open();
    await act(
      async () =>
        void fireEvent.change(screen.getByLabelText('Wanted on', { exact: true }), { target: { value: '2026-12-18' } }),
    );
    await waitFor(() =>
      expect(asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body])).toEqual([
        ['/api/jobs/jb/wanted', { wantedOn: '2026-12-18' }],
      ]),
    );
    expect(job.sent).toEqual([]);
  });
});

describe('questions for the customer', () => {
  it('are asked, answered and dropped, each as an edit', async () => {
    const job = await openJob();
    show(<Questions />, { job });
    const before = job.now().board.brief.questions.length;
    await act(
      async () => void fireEvent.change(screen.getByLabelText('New question'), { target: { value: ' Is it dry? ' } }),
    );
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Ask' })));
    expect(job.now().board.brief.questions.at(-1)).toMatchObject({ text: 'Is it dry?', answer: '' });
    await commit('Answer to Is it dry?', 'mostly');
    expect(job.now().board.brief.questions.at(-1)!.answer).toBe('mostly');
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Drop the question Is it dry?' })));
    expect(job.now().board.brief.questions).toHaveLength(before);
    await waitFor(() => expect(job.sent).toEqual(['Ask a question', 'Answer a question', 'Drop a question']));
  });
});

describe('the survey of what is there', () => {
  it('a conductor found is written down and gone again', async () => {
    const job = await openJob();
    const { container } = show(<SurveySheet />, { job });
    const add = within(container).getAllByRole('button', { name: /Add/ })[0]!;
    const before = job.now().board.survey.length;
    await act(async () => void fireEvent.click(add));
    expect(job.now().board.survey).toHaveLength(before + 1);
    await waitFor(() => expect(job.sent).toHaveLength(1));
  });
});
