// @vitest-environment happy-dom
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { openJob, serverThat, show } from '../../testing/screen.tsx';
import { chosenOf, paperAddress } from './paperAddress.ts';
import { ShipStation } from './ShipStation.tsx';

vi.mock('../../ui/reading.ts', () => import('../../testing/readOnTheSpot.ts'));
// Drawing a PDF needs a real browser: the walks do that.
vi.mock('./PaperView.tsx', () => ({ PaperView: ({ src }: { src: string }) => <p data-testid="paper">{src}</p> }));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const CHOICE = {
  name: 'from',
  title: 'Face the template is laid on',
  words: [
    { word: 'show', says: 'cut from the good face' },
    { word: 'hidden', says: 'cut from the hidden face, mirrored' },
  ],
};
const PAPERS = {
  papers: [
    { name: 'drawing.pdf', title: 'Board drawing', what: 'To scale.', place: 'sheets', choices: [] },
    { name: 'template.pdf', title: 'Template, 1:1', what: 'True size.', place: 'sheets', choices: [CHOICE] },
    { name: 'costs.pdf', title: 'Costs', what: 'Planned.', place: 'elsewhere', choices: [] },
    { name: 'parts.csv', title: 'Parts, CSV', what: 'For a spreadsheet.', place: 'lists', choices: [] },
    { name: 'panel.dxf', title: 'Panel, DXF', what: 'For a machine.', place: 'panels', choices: [] },
  ],
  shop: [],
};

async function open() {
  const asked = serverThat({
    '/api/papers': PAPERS,
    '/api/jobs/jb/floor': { revision: 1, made: [], bench: [] },
    '/api/jobs/jb/ship': { open: [], shipments: [], notes: [], logs: [] },
  });
  const job = await openJob();
  show(<ShipStation />, { job });
  await screen.findByRole('link', { name: 'Download Board drawing' });
  await screen.findByTestId('paper');
  return { asked, job };
}
const shown = () => screen.getByTestId('paper').textContent;
const href = (name: string) => screen.getByRole('link', { name }).getAttribute('href');

describe('papers at Ship', () => {
  it('are those of the registry that are sheets, the first of them shown, of the revision under the hand', async () => {
    await open();
    expect(shown()).toBe('/api/jobs/jb/out/drawing.pdf?revision=1');
    expect(screen.queryByRole('button', { name: /^Costs/ })).toBeNull();
    expect(href('Parts, CSV')).toBe('/api/jobs/jb/out/parts.csv?revision=1');
  });
  it('what is chosen of one goes with it, on the screen and in the file', async () => {
    await open();
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: /^Template/ })));
    expect(shown()).toBe('/api/jobs/jb/out/template.pdf?revision=1&from=show');
    await act(
      async () =>
        void fireEvent.change(screen.getByLabelText('Face the template is laid on'), { target: { value: 'hidden' } }),
    );
    expect(shown()).toBe('/api/jobs/jb/out/template.pdf?revision=1&from=hidden');
    expect(href('Download Template, 1:1')).toBe(shown());
  });
  it('each panel has its file for each face', async () => {
    const { job } = await open();
    const panel = job.now().board.panels[0]!;
    expect(href(`${panel.name}, back, DXF`)).toBe(`/api/jobs/jb/out/panel.dxf?revision=1&panel=${panel.id}&face=back`);
  });
  it('says how far the bench test is', async () => {
    const { job } = await open();
    const dc = job.now().dossier.bench.filter((s) => s.role === 'tester').length;
    expect(screen.getByText(`Bench test: 0 of ${dc} checks passed.`)).toBeTruthy();
  });
  it('a board file takes the place of the board as one edit; a bad one is refused and changes nothing', async () => {
    const { job } = await open();
    const upload = async (text: string) => {
      const input = document.querySelector('input[type=file]') as HTMLInputElement;
      Object.defineProperty(input, 'files', { value: [new File([text], 'board.json')], configurable: true });
      await act(async () => void fireEvent.change(input));
    };
    await upload('{"formatVersion":1}');
    expect((await screen.findByRole('alert')).textContent).toMatch(/board\.json was refused; nothing was changed/);
    await upload('{');
    await waitFor(() => expect(screen.getByRole('alert').textContent).toMatch(/is not JSON/));
    expect(job.sent).toEqual([]);
    const other = marketCartBoard();
    await upload(JSON.stringify({ ...other, brief: { ...other.brief, jobName: 'Another cart' } }));
    await waitFor(() => expect(job.now().board.brief.jobName).toBe('Another cart'));
    expect(job.sent).toEqual(['Replace the board from board.json']);
  });
});

describe('the address of a paper', () => {
  it('names the revision, and the first word where nobody chose', () => {
    expect(chosenOf([CHOICE], {})).toEqual({ from: 'show' });
    expect(chosenOf([CHOICE], { from: 'hidden', gone: 'x' })).toEqual({ from: 'hidden' });
    expect(paperAddress('jb', 7, 'a b.pdf', { panel: 'pn&1' })).toBe(
      '/api/jobs/jb/out/a b.pdf?revision=7&panel=pn%261',
    );
  });
});

describe('a job on its way out', () => {
  const openShip = async (state: object) => {
    const asked = serverThat({
      '/api/papers': PAPERS,
      '/api/jobs/jb/floor': { revision: 1, made: [], bench: [] },
      '/api/jobs/jb/ship': (a: { method: string }) => (a.method === 'POST' ? { shipment: { number: 1 } } : state),
    });
    const job = await openJob();
    show(<ShipStation />, { job });
    await screen.findByRole('region', { name: 'Ship it' });
    return () => asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body]);
  };
  const press = () => screen.getByRole('button', { name: 'Ship and seal the record' }) as HTMLButtonElement;
  it('what may not go out holds it, and leads to where it is mended', async () => {
    await openShip({
      open: [{ station: 'test', says: 'the bench test has passed 3 of 9 checks', mayGo: false }],
      shipments: [],
      logs: [],
    });
    await screen.findByText(/the bench test has passed 3 of 9 checks/);
    expect(press().disabled).toBe(true);
    expect(screen.getByRole('link', { name: 'Test' }).getAttribute('href')).toBe('/jobs/jb/test');
    expect(screen.queryByLabelText('Why it ships all the same')).toBeNull();
  });
  it('what may go out open goes with a reason only', async () => {
    const posted = await openShip({
      open: [{ station: 'build', says: '2 steps are not done', mayGo: true }],
      shipments: [],
      logs: [],
    });
    await screen.findByText(/2 steps are not done/);
    expect(press().disabled).toBe(true);
    const field = screen.getByLabelText('Why it ships all the same');
    await act(async () => void fireEvent.change(field, { target: { value: 'the customer hangs it' } }));
    await act(async () => void fireEvent.blur(field));
    await waitFor(() => expect(press().disabled).toBe(false));
    await act(async () => void fireEvent.click(press()));
    await waitFor(() =>
      expect(posted()).toEqual([['/api/jobs/jb/ship', { revision: 1, note: 'the customer hangs it' }]]),
    );
  });
  it('sealed records are there with their seal; again is on top', async () => {
    const one = { number: 1, revision: 1, head: 'a'.repeat(64), before: null, entries: 40, note: 'as agreed' };
    const at = '2026-11-30T08:00:00.000Z';
    const notes = [
      { unit: 1, kind: 'return', text: 'fuse blew twice', entityId: 'it_F1', personName: 'Mira Holt', at },
    ];
    const posted = await openShip({ open: [], shipments: [{ ...one, personName: 'Mira Holt', at }], notes, logs: [] });
    const link = await screen.findByRole('link', { name: 'Sealed record 1' });
    expect(link.getAttribute('href')).toBe('/api/jobs/jb/ship/1/record.zip');
    expect(screen.getByText('a'.repeat(64))).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Seal again, on top' })).toBeTruthy();
    expect(screen.getByText('came back')).toBeTruthy();
    expect(screen.getByText(/-F1:/)).toBeTruthy();
    // What is heard of it is kept; said to be back it is back.
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'It came back' })));
    expect(posted()).toEqual([]);
    const field = screen.getByLabelText('What was heard of it');
    await act(async () => void fireEvent.change(field, { target: { value: 'the fan hums' } }));
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'It came back' })));
    await waitFor(() =>
      expect(posted()).toEqual([
        ['/api/jobs/jb/field-notes', { unit: 1, kind: 'return', text: 'the fan hums', entityId: null }],
      ]),
    );
  });
});

describe('a log from the field', () => {
  const REPORT = {
    everyS: 60,
    setBack: 0,
    days: [{ day: '2026-07-01', outWh: 120, inWh: 130, lowestV: 12.1 }],
    seen: {
      loads: [
        { itemIds: ['it_E1'], powerW: 36, orderedHours: 4, seenHours: [7.2, 8.1], starts: 14, verdict: 'longer' },
        { itemIds: ['it_E2'], powerW: 18, orderedHours: 4, seenHours: null, starts: 0, verdict: 'notToBeSeen' },
      ],
      coveredHours: 24,
      hiddenHours: 6,
      alwaysW: 1.4,
      hourW: new Array(24).fill(5),
      leastW: 3,
    },
    orderedAlwaysW: 1.2,
    orderedHourW: new Array(24).fill(4),
    bank: { fulls: 2, deepestAh: 40, holdsAh: [61, 70], plateAh: 100, by: '40 Ah from full to a rested 12.20 V' },
    darkDays: { ordered: 3, used: 21 },
    advice: [
      {
        says: '-E1 draws 7.2 to 8.1 h a day, ordered for 4.0: put 7.7 h into the load list, and everything follows',
        commands: [{ kind: 'set', collection: 'items', id: 'it_F1', field: 'name', value: 'told by the log' }],
      },
      { says: 'the bank holds 61 to 70 Ah of its 100: plan its replacement', commands: [] },
    ],
  };
  const shipped = {
    number: 1,
    revision: 1,
    head: 'a'.repeat(64),
    before: null,
    entries: 40,
    note: '',
    personName: 'Mira Holt',
    at: '2026-11-30T08:00:00.000Z',
  };
  const openWith = async (kept: () => Response) => {
    const log = { id: 4, name: 'july.csv', personName: 'Mira Holt', at: shipped.at };
    serverThat({
      '/api/papers': PAPERS,
      '/api/jobs/jb/floor': { revision: 1, made: [], bench: [] },
      '/api/jobs/jb/ship': { open: [], shipments: [shipped], notes: [], logs: [log] },
      '/api/jobs/jb/field-logs/4': { report: REPORT },
    });
    const fetched = globalThis.fetch;
    vi.stubGlobal('fetch', async (to: string, init?: RequestInit) =>
      String(to).endsWith('/field-logs') ? kept() : fetched(to, init),
    );
    const job = await openJob();
    show(<ShipStation />, { job, at: '/jobs/jb/ship' });
    await screen.findByRole('region', { name: 'Logs of the monitor' });
    return job;
  };
  const give = async (text: string) => {
    const input = [...document.querySelectorAll('input[type=file]')].find((i) =>
      i.getAttribute('accept')?.includes('csv'),
    ) as HTMLInputElement;
    Object.defineProperty(input, 'files', { value: [new File([text], 'july.csv')], configurable: true });
    await act(async () => void fireEvent.change(input));
  };
  it('is laid beside the order: hours, bank, what to change; a press puts it into the load list', async () => {
    const job = await openWith(() => Response.json({ id: 4 }, { status: 201 }));
    await give('time,volts,amps');
    const view = await screen.findByRole('region', { name: 'The log beside the order' });
    await screen.findByText('7.2 to 8.1');
    expect(view.textContent).toMatch(/24 hours covered; for 6 of them a charger held the bank/);
    expect(view.textContent).toMatch(/61 to 70 of 100 Ah/);
    expect(view.textContent).toMatch(/too small to see/);
    expect(screen.getAllByRole('button', { name: 'Put it in' })).toHaveLength(1);
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Put it in' })));
    expect(job.sent).toEqual(['Hours as the log shows them']);
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Back to the papers' })));
    expect(screen.queryByRole('region', { name: 'The log beside the order' })).toBeNull();
  });
  it('that cannot be read says which line, and nothing is shown', async () => {
    await openWith(() => Response.json({ problems: ['line 2: amps is "x"; accepted: a number'] }, { status: 422 }));
    await give('time,volts,amps\n1,2,x');
    await screen.findByText(/line 2: amps is "x"/);
    expect(screen.queryByRole('region', { name: 'The log beside the order' })).toBeNull();
  });
});
