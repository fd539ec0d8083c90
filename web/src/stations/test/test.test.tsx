// @vitest-environment happy-dom
import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { press } from '../../testing/hands.ts';
import { type Asked, openJob, serverThat, show } from '../../testing/screen.tsx';
import { LimitBand } from './LimitBand.tsx';
import { TestStation } from './TestStation.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
let id = 1;
const reading = (step: BenchStep, passed: boolean, value: number | null, fingerprint = step.fingerprint) => ({
  id: id++,
  kind: 'benchStep',
  entityId: step.id,
  unit: 1,
  revision: 1,
  fingerprint,
  data: { passed, value, unit: step.unit },
  personName: 'Ada Fenn',
  at: '2026-11-02T08:00:00.000Z',
});

async function open({
  done = () => [],
  role = 'tester',
  answers = {},
}: {
  done?: (plan: readonly BenchStep[]) => unknown[];
  role?: string;
  answers?: Record<string, unknown>;
} = {}) {
  const job = await openJob();
  const plan = job.now().dossier.bench;
  const bench = done(plan);
  const asked = serverThat({
    '/api/me': { person: { id: 'pe', name: 'Ada Fenn', email: 'a', role }, demoPeople: [] },
    '/api/jobs/jb/floor': () => ({ revision: 1, made: [], bench, stations: [] }),
    '/api/jobs/jb/bench/simulator': { hidden: false, meter: '127.0.0.1:5025', defect: null },
    '/api/jobs/jb/bench/records': (a: Asked) => {
      const { stepId, value, found } = a.body as { stepId: string; value: number | null; found: string | null };
      const step = plan.find((s) => s.id === stepId)!;
      const passed = found ? found === 'good' : value! >= (step.lowLimit ?? -1e9) && value! <= (step.highLimit ?? 1e9);
      bench.push(reading(step, passed, value));
      return { passed };
    },
    ...answers,
  });
  show(<TestStation />, { job });
  await screen.findByRole('region', { name: 'Current check' });
  return { asked, plan, posted: () => asked.filter((a) => a.method === 'POST').map((a) => a.body) };
}
const title = () =>
  within(screen.getByRole('region', { name: 'Current check' })).getByRole('heading', { level: 1 }).textContent;
const upTo = (method: BenchStep['method']) => (plan: readonly BenchStep[]) => {
  const first = plan.findIndex((s) => s.method === method);
  return plan.slice(0, first).map((s) => reading(s, true, s.method === 'reading' ? (s.lowLimit ?? s.highLimit) : null));
};

describe('the bench', () => {
  it('goes in order: what was seen and good brings the next check', async () => {
    const { plan, posted } = await open();
    await waitFor(() => expect(title()).toBe(plan[0]!.title));
    await press('Seen and good');
    await waitFor(() => expect(title()).toBe(plan[1]!.title));
    expect(posted()).toEqual([
      { stepId: plan[0]!.id, revision: 1, unit: 1, value: null, found: 'good', note: '', method: 'eye' },
    ]);
  });
  it('what is not good stays, is told, and is done again', async () => {
    const { plan } = await open();
    await press('Not good');
    await waitFor(() => expect(screen.getByRole('region', { name: 'Record' }).textContent).toContain('FAIL'));
    expect(title()).toBe(plan[0]!.title);
  });
  it('a reading is typed with a comma, and a word is no reading', async () => {
    const { plan, posted } = await open({ done: upTo('reading') });
    const step = plan.find((s) => s.method === 'reading')!;
    await waitFor(() => expect(title()).toBe(step.title));
    const field = screen.getByLabelText(`Reading in ${step.unit}`);
    await act(async () => void fireEvent.change(field, { target: { value: 'much' } }));
    expect(screen.getByText(/"much": a number from/)).toBeTruthy();
    await press('Record');
    expect(posted()).toEqual([]);
    await act(async () => void fireEvent.change(field, { target: { value: '0,02' } }));
    await press('Record');
    await waitFor(() => expect(posted()[0]).toMatchObject({ stepId: step.id, value: 0.02, method: 'typed' }));
  });
  it('the meter’s reading is recorded as the meter gave it', async () => {
    const { plan, posted } = await open({
      done: upTo('reading'),
      answers: { '/api/jobs/jb/bench/measure': { value: 0.0137, from: 'meter' } },
    });
    const step = plan.find((s) => s.method === 'reading')!;
    await waitFor(() => expect(title()).toBe(step.title));
    await press('Read from the meter');
    await waitFor(() => expect(posted()).toHaveLength(2));
    expect(posted()[1]).toMatchObject({ stepId: step.id, value: 0.0137, found: null, method: 'meter' });
  });
  it('a meter that does not answer is told where it was asked, and nothing is recorded', async () => {
    const { asked } = await open({
      done: upTo('reading'),
      answers: { '/api/jobs/jb/bench/measure': { status: 502, problems: ['the meter does not answer'] } },
    });
    await screen.findByRole('button', { name: 'Read from the meter' });
    await press('Read from the meter');
    const told = await screen.findByRole('alert');
    expect(told.textContent).toBe('the meter does not answer');
    expect(asked.filter((a) => a.path.endsWith('/records'))).toEqual([]);
  });
  it('a check that waits for others says so and cannot be pressed', async () => {
    const { plan } = await open();
    const last = plan.filter((s) => s.role === 'tester').at(-1)!;
    await act(
      async () => void fireEvent.click(within(screen.getByRole('list', { name: 'Test plan' })).getByText(last.title)),
    );
    expect(screen.getByText(/^This waits: the test holds to its order/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Seen and good|Read from the meter/ })).toBeNull();
  });
  it('a reading against an older spec counts no more and says of which revision it is', async () => {
    const { plan } = await open({ done: (p) => [reading(p[0]!, true, null, 'older')] });
    await waitFor(() => expect(screen.getByText('on revision 1, older spec')).toBeTruthy());
    expect(title()).toBe(plan[0]!.title);
  });
});

describe('the band a reading has to fall in', () => {
  const name = (props: Parameters<typeof LimitBand>[0]) => {
    show(<LimitBand {...props} />);
    const said = screen.getByRole('img').getAttribute('aria-label');
    cleanup();
    return said;
  };
  it('says its limits and the last reading', () => {
    const between = { low: 12, high: 14.4, expected: 13, unit: 'V' };
    expect(name({ ...between, reading: 12.8 })).toMatch(
      /^Accepted from 12\.00.V up to 14\.40.V, last reading 12\.80.V$/,
    );
    expect(name({ low: null, high: 0.2, expected: null, unit: 'Ω', reading: null })).toMatch(
      /^Accepted up to 0\.20.Ω$/,
    );
    expect(name({ low: 1000, high: null, expected: null, unit: 'Ω', reading: 9.9e37 })).toMatch(/last reading open$/);
  });
  it('a reading far outside stays on the band’s edge, and none is drawn at no place', () => {
    const { container } = show(<LimitBand low={0} high={1} expected={null} unit="V" reading={1e6} />);
    const numbers = [...container.querySelectorAll('[x1]')].map((e) => Number(e.getAttribute('x1')));
    for (const x of numbers) expect(x).toSatisfy((v: number) => v >= 20 && v <= 580);
  });
});
