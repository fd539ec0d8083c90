// @vitest-environment happy-dom
import type { BenchStep } from '@ombrik/core/devices/benchStep';
import type { Board } from '@ombrik/core/document/board';
import { type Instrument, usualAccuracy } from '@ombrik/core/document/workshop/instrument';
import { demoBoard, wiredCart } from '@ombrik/demo/demoBoards';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { click, commit, press } from '../../testing/hands.ts';
import { type Asked, openJob, serverThat, show } from '../../testing/screen.tsx';
import { LimitBand } from './LimitBand.tsx';
import { TestStation } from './TestStation.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
});
/** A line that stays open and says nothing. */
class Quiet extends EventTarget {
  close() {}
}
beforeEach(() => void vi.stubGlobal('EventSource', Quiet));
let id = 1;
const reading = (
  step: BenchStep,
  verdict: 'passed' | 'failed' | 'unsure',
  value: number | null,
  fingerprint = step.fingerprint,
  source: object = { kind: value === null ? 'eye' : 'typed', by: null },
) => ({
  id: id++,
  stepId: step.id,
  title: step.title,
  unit: 1,
  revision: 1,
  fingerprint,
  quantity: step.measures,
  value,
  verdict,
  source,
  lowLimit: step.lowLimit,
  highLimit: step.highLimit,
  expected: step.expected,
  uncertainty: value === null ? null : 0.01,
  says: 'as planned',
  conditions: { bankV: null, ambientC: null },
  settings: null,
  note: '',
  personName: 'Ada Fenn',
  at: '2026-11-02T08:00:00.000Z',
});
const METER: Instrument = {
  id: 'in_lan',
  name: 'Bench meter',
  kind: 'multimeter',
  serial: '0417',
  host: '10.0.0.7',
  port: 5025,
  accuracy: usualAccuracy('multimeter', 0.02),
  registers: [],
  checkedOn: null,
  everyDays: null,
};
const SUPPLY: Instrument = { ...METER, id: 'in_supply', name: 'Supply 3', kind: 'supply' };
const LOAD: Instrument = { ...METER, id: 'in_load', name: 'Load 4', kind: 'electronicLoad' };

async function open({
  done = () => [],
  role = 'tester',
  answers = {},
  meter = false,
  board,
}: {
  done?: (plan: readonly BenchStep[]) => unknown[];
  role?: string;
  answers?: Record<string, unknown>;
  /** A meter with an address is in the hand. */
  meter?: boolean;
  board?: Board;
} = {}) {
  const job = await openJob(board);
  if (meter) {
    localStorage.setItem('ombrik-bench', JSON.stringify({ instrumentId: METER.id, ambientC: 21 }));
    const { workshop } = job.now();
    job.store.setState({ workshop: { ...workshop, instruments: [METER, SUPPLY, LOAD] } });
  }
  const plan = job.now().dossier.bench;
  const bench = done(plan);
  const asked = serverThat({
    '/api/me': { person: { id: 'pe', name: 'Ada Fenn', email: 'a', roles: [role] }, demoPeople: [] },
    '/api/jobs/jb/floor': () => ({ revision: 1, made: [], bench, stations: [] }),
    '/api/jobs/jb/bench/records': (a: Asked) => {
      const { stepId, value, found } = a.body as { stepId: string; value: number | null; found: string | null };
      const step = plan.find((s) => s.id === stepId)!;
      const good = found ? found === 'good' : value! >= (step.lowLimit ?? -1e9) && value! <= (step.highLimit ?? 1e9);
      bench.push(reading(step, good ? 'passed' : 'failed', value));
      return { verdict: good ? 'passed' : 'failed', value };
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
  return plan
    .slice(0, first)
    .map((s) => reading(s, 'passed', s.method === 'reading' ? (s.expected ?? s.lowLimit) : null));
};

const upToStep = (plan: readonly BenchStep[], which: (s: BenchStep) => boolean) =>
  plan
    .slice(0, plan.findIndex(which))
    .map((s) => reading(s, 'passed', s.method === 'reading' ? (s.expected ?? s.lowLimit) : null));

describe('the bench', () => {
  it('goes in order: what was seen and good brings the next check', async () => {
    const { plan, posted } = await open();
    await waitFor(() => expect(title()).toBe(plan[0]!.title));
    await press('Seen and good');
    await waitFor(() => expect(title()).toBe(plan[1]!.title));
    expect(posted()).toEqual([
      {
        stepId: plan[0]!.id,
        revision: 1,
        unit: 1,
        ambientC: null,
        value: null,
        found: 'good',
        settings: null,
        instrumentId: null,
        alongside: null,
        note: '',
      },
    ]);
  });
  it('what is not good stays, is told, and is done again', async () => {
    const { plan } = await open();
    await press('Not good');
    await waitFor(() => expect(screen.getByRole('region', { name: 'Record' }).textContent).toContain('FAIL'));
    expect(title()).toBe(plan[0]!.title);
  });
  it('a reading is typed with a comma in the unit the trade shows, and kept in that of the law', async () => {
    const { plan, posted } = await open({ done: (p) => upToStep(p, (s) => s.measures === 'drop') });
    const step = plan.find((s) => s.measures === 'drop')!;
    await waitFor(() => expect(title()).toBe(step.title));
    const field = screen.getByLabelText('Reading in mV');
    await act(async () => void fireEvent.change(field, { target: { value: 'much' } }));
    expect(screen.getByText(/"much": a number from/)).toBeTruthy();
    await press('Record');
    expect(posted()).toEqual([]);
    await act(async () => void fireEvent.change(field, { target: { value: '12,5' } }));
    await press('Record');
    await waitFor(() => expect(posted()[0]).toMatchObject({ stepId: step.id, value: 0.0125, instrumentId: null }));
  });
  it('watts shown are told with the volts and amps read in the same moment; none may be left out', async () => {
    const { posted } = await open({
      board: demoBoard('hut'),
      done: (p) => upToStep(p, (s) => s.basis?.kind === 'product'),
      answers: { '/api/jobs/jb/bench/records': { verdict: 'failed', value: 0 } },
    });
    const type = async (label: RegExp, value: string) =>
      act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value } }));
    await screen.findByLabelText('Watts shown');
    await type(/^volts, across/, '13,3');
    await type(/^Watts shown/, '266');
    await press('Record');
    expect(posted()).toEqual([]);
    await type(/^amps, clamp/, '20');
    await press('Record');
    await waitFor(() => expect(posted()[0]).toMatchObject({ value: 266, alongside: [13.3, 20] }));
  });
  it('of a pack that shows its cells every cell is typed, and how far they lie apart is left to the program', async () => {
    const { plan, posted } = await open({
      board: demoBoard('hut'),
      done: (p) => upToStep(p, (s) => s.basis?.kind === 'spread'),
      answers: { '/api/jobs/jb/bench/records': { verdict: 'passed', value: 0.006 } },
    });
    const step = plan.find((s) => s.basis?.kind === 'spread')!;
    await waitFor(() => expect(title()).toBe(step.title));
    expect(screen.queryByLabelText(/^Reading/)).toBeNull();
    const cells = step.alongside.map((_, i) => (i === 2 ? 3.298 : 3.312));
    for (const [i, volts] of cells.entries())
      await act(
        async () => void fireEvent.change(screen.getByLabelText(`cell ${i + 1}`), { target: { value: String(volts) } }),
      );
    await press('Record');
    await waitFor(() => expect(posted()[0]).toMatchObject({ stepId: step.id, value: null, alongside: cells }));
  });
  it('without an instrument of the shop there is no press that reads one', async () => {
    await open({ done: upTo('reading') });
    await screen.findByRole('button', { name: 'Record' });
    expect(screen.queryByRole('button', { name: /^Read / })).toBeNull();
    expect(screen.getByText(/doubted as a plain meter’s are/)).toBeTruthy();
  });
  it('an instrument with an address is read by the server, which records it by itself', async () => {
    const { plan, posted } = await open({
      done: upTo('reading'),
      meter: true,
      answers: { '/api/jobs/jb/bench/measure': { verdict: 'passed', value: 0.0137, pairsLeft: 0 } },
    });
    const step = plan.find((s) => s.method === 'reading')!;
    await waitFor(() => expect(title()).toBe(step.title));
    await press('Read Bench meter');
    await waitFor(() => expect(posted()).toHaveLength(1));
    expect(posted()[0]).toEqual({
      stepId: step.id,
      revision: 1,
      unit: 1,
      ambientC: 21,
      note: '',
      instrumentId: 'in_lan',
      driverId: null,
      pair: 0,
    });
  });
  it('a supply is driven by the program only where somebody said so, with what to mind before the press', async () => {
    const { plan, posted } = await open({
      board: demoBoard('hut'),
      done: (p) => upToStep(p, (s) => s.basis?.kind === 'lead'),
      meter: true,
      answers: { '/api/jobs/jb/bench/measure': { verdict: 'passed', value: 0.004, pairsLeft: 0 } },
    });
    const step = plan.find((s) => s.basis?.kind === 'lead')!;
    await waitFor(() => expect(title()).toBe(step.title));
    expect(screen.queryByRole('button', { name: /^Send / })).toBeNull();
    // A load cannot send: choosing it changes nothing here.
    await click(screen.getByLabelText('Load 4, electronic load'));
    expect(screen.queryByRole('button', { name: /by Load 4/ })).toBeNull();
    await click(screen.getByLabelText('Supply 3, bench supply'));
    expect(screen.getByText(/The lead is off at both ends/)).toBeTruthy();
    await press('Send 10.00 A by Supply 3 and read');
    await waitFor(() => expect(posted()[0]).toMatchObject({ instrumentId: 'in_lan', driverId: 'in_supply' }));
  });
  it('pair by pair, where the tips have to be moved', async () => {
    let left = 1;
    const { posted } = await open({
      board: wiredCart(),
      done: (p) => upToStep(p, (s) => s.probes.length === 2),
      meter: true,
      answers: {
        '/api/jobs/jb/bench/measure': () => (left-- > 0 ? { pairsLeft: 1 } : { pairsLeft: 0, verdict: 'passed' }),
      },
    });
    await screen.findByRole('button', { name: 'Read Bench meter, 1 of 2' });
    await press('Read Bench meter, 1 of 2');
    await screen.findByRole('button', { name: 'Read Bench meter, 2 of 2' });
    await press('Read Bench meter, 2 of 2');
    await waitFor(() => expect(posted().map((p) => (p as { pair: number }).pair)).toEqual([0, 1]));
  });
  it('an instrument that does not answer is told where it was asked, and nothing is recorded', async () => {
    const { asked } = await open({
      done: upTo('reading'),
      meter: true,
      answers: { '/api/jobs/jb/bench/measure': { status: 502, problems: ['the meter does not answer'] } },
    });
    await screen.findByRole('button', { name: 'Read Bench meter' });
    await press('Read Bench meter');
    const told = await screen.findByRole('alert');
    expect(told.textContent).toBe('the meter does not answer');
    expect(asked.filter((a) => a.path.endsWith('/records'))).toEqual([]);
  });
  it('settings are written down, each, before they count; what is expected is taken by a press', async () => {
    const { plan, posted } = await open({ done: (p) => upToStep(p, (s) => s.method === 'settings') });
    const step = plan.find((s) => s.method === 'settings')!;
    await waitFor(() => expect(title()).toBe(step.title));
    const count = step.asks.length;
    expect(screen.getByRole('button', { name: `${count} still to write down` })).toHaveProperty('disabled', true);
    for (const ask of step.asks) {
      if (ask.expects) await press(ask.expects);
      else await commit(screen.getByLabelText(`${ask.name} left at`), 'by its sheet');
    }
    await press('Set and read back');
    await waitFor(() => expect(posted()).toHaveLength(1));
    const { settings } = posted()[0] as { settings: { after: string }[] };
    expect(settings.map((s) => s.after)).toEqual(step.asks.map((a) => a.expects || 'by its sheet'));
  });
  it('the mains side is signed with licence and scope, by who may, and nobody else sees a press', async () => {
    const board = demoBoard('hut');
    const upToMains = (p: readonly BenchStep[]) =>
      p
        .filter((s) => s.role === 'tester')
        .map((s) => reading(s, 'passed', s.method === 'reading' ? (s.expected ?? s.lowLimit) : null));
    const { plan, posted } = await open({ board, role: 'electrician', done: upToMains });
    const mains = plan.find((s) => s.role === 'electrician')!;
    await click(within(screen.getByRole('list', { name: 'Test plan' })).getByText(mains.title));
    await waitFor(() => expect(title()).toBe(mains.title));
    for (const { name } of mains.asks)
      await commit(screen.getByLabelText(name), name === 'Licence number' ? 'E-4711' : 'good');
    await press('Tested and signed');
    await waitFor(() => expect(posted()).toHaveLength(1));
    const { settings } = posted()[0] as { settings: { name: string; after: string }[] };
    expect(settings[0]).toMatchObject({ name: 'Licence number', after: 'E-4711' });
    cleanup();
    await open({ board, done: upToMains });
    await click(within(screen.getByRole('list', { name: 'Test plan' })).getByText(mains.title));
    await screen.findByText(/^Locked: the mains side is wired and tested by a licensed person/);
    expect(screen.queryByRole('button', { name: 'Tested and signed' })).toBeNull();
  });
  it('says of each reading where it comes from; a simulated one proves nothing', async () => {
    const by = { id: 'x', name: 'Simulated meter', serial: 'none', checkedOn: null, dueOn: null };
    await open({
      done: (p) => {
        const first = p.findIndex((s) => s.method === 'reading');
        const step = p[first]!;
        return [
          ...p.slice(0, first).map((s) => reading(s, 'passed', null)),
          reading(step, 'unsure', 5000, step.fingerprint, { kind: 'simulated', by, raw: [] }),
          reading(step, 'unsure', 1001, step.fingerprint),
        ];
      },
    });
    const record = within(screen.getByRole('region', { name: 'Record' }));
    await waitFor(() =>
      expect(record.getByText(/SIMULATED \(Simulated meter, no. none\): does not count/)).toBeTruthy(),
    );
    expect(record.getByText('cannot tell')).toBeTruthy();
    expect(record.getByText('no proof')).toBeTruthy();
    expect(screen.getByText(/nobody can tell by this reading: measure better/, { selector: 'p' })).toBeTruthy();
  });
  it('where a reading failed it says what would explain it, why, and leads to what to measure next', async () => {
    const { plan } = await open({
      board: wiredCart(),
      done: (p) => [
        ...upToStep(p, (s) => s.basis?.kind === 'line'),
        reading(p.find((s) => s.basis?.kind === 'line')!, 'failed', 0.9),
      ],
      answers: {
        '/api/jobs/jb/bench/diagnosis': () => ({
          diagnosis: {
            sound: false,
            disagree: ['x'],
            hypotheses: [
              {
                says: 'a joint of W13 has 200 mΩ more than it should',
                probability: 0.7,
                fits: [{ stepId: failedLine.id, title: failedLine.title, read: 0.9, predicted: 0.88, sound: 0.2 }],
              },
              { says: 'the link in -F10:f1 is not the one on the drawing', probability: 0.3, fits: [] },
            ],
            next: [
              { stepId: segment.id, says: segment.title, minutes: 1.5, tells: 0.8 },
              { stepId: null, says: 'Read the rating on the link in -F10:f1', minutes: 0.5, tells: 0.3 },
            ],
          },
        }),
      },
    });
    const failedLine = plan.find((s) => s.basis?.kind === 'line')!;
    const segment = plan.find((s) => s.basis?.kind === 'segment')!;
    await screen.findByRole('button', { name: 'What may be wrong?' });
    await press('What may be wrong?');
    const panel = within(await screen.findByRole('region', { name: 'What may be wrong' }));
    expect((await panel.findByText('a joint of W13 has 200 mΩ more than it should')).previousSibling!.textContent).toBe(
      '70 %',
    );
    expect(panel.getByText(/read 900.0 mV · this 880.0 mV · sound 200.0 mV/)).toBeTruthy();
    await click(panel.getByRole('button', { name: segment.title }));
    await waitFor(() => expect(title()).toBe(segment.title));
    // It may be read although the check before it is not mended.
    expect(screen.getByRole('button', { name: 'Record' })).toBeTruthy();
  });
  it('a check that waits for others says so and cannot be pressed', async () => {
    const { plan } = await open();
    const last = plan.filter((s) => s.role === 'tester').at(-1)!;
    await act(
      async () => void fireEvent.click(within(screen.getByRole('list', { name: 'Test plan' })).getByText(last.title)),
    );
    expect(screen.getByText(/^This waits: the test holds to its order/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Seen and good|^Read / })).toBeNull();
  });
  it('a reading against an older spec counts no more and says of which revision it is', async () => {
    const { plan } = await open({ done: (p) => [reading(p[0]!, 'passed', null, 'older')] });
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
    const rest = { expected: null, doubt: 0.05, verdict: null };
    const between = { ...rest, low: 12, high: 14.4, expected: 13, quantity: 'voltage' as const };
    expect(name({ ...between, reading: 12.8 })).toMatch(
      /^Accepted from 12\.00 V up to 14\.40 V, last reading 12\.80 V$/,
    );
    expect(name({ ...rest, quantity: 'drop', low: null, high: 0.0102, reading: null })).toMatch(
      /^Accepted up to 10\.20 mV$/,
    );
    expect(name({ ...rest, quantity: 'resistance', low: 1000, high: null, reading: 9.9e37 })).toMatch(
      /last reading open$/,
    );
  });
  it('a reading far outside stays on the band’s edge, and none is drawn at no place', () => {
    const { container } = show(
      <LimitBand quantity="voltage" low={0} high={1} expected={null} reading={1e6} doubt={0.1} verdict="failed" />,
    );
    const numbers = [...container.querySelectorAll('g [x1]')].map((e) => Number(e.getAttribute('x1')));
    for (const x of numbers) expect(x).toSatisfy((v: number) => v >= 20 && v <= 580);
  });
});
