// @vitest-environment happy-dom
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useJob } from '../../session/useJob.ts';
import { choose, click, commit, offered, press } from '../../testing/hands.ts';
import { type Asked, MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import { LoadMore } from './LoadMore.tsx';
import { QuoteExtras } from './QuoteExtras.tsx';
import { QuoteVersions } from './QuoteVersions.tsx';
import { SitePlan } from './SitePlan.tsx';
import { AlternatorFields, GeneratorFields, SourceBox, SunFields } from './SourceBox.tsx';
import { YearWhatIf } from './YearWhatIf.tsx';

let asked: Asked[];
beforeEach(() => {
  asked = serverThat({
    '/api/me': MIRA,
    '/api/jobs/jb/quotes': { ok: true },
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('more about a load', () => {
  async function open() {
    const job = await openJob(mountainHutBoard());
    const first = job.now().board.items.find((i) => i.load?.side === 'dc')!;
    const Shown = () => {
      const { board, edit } = useJob();
      const item = board.items.find((i) => i.id === first.id)!;
      return (
        <LoadMore
          item={item}
          load={item.load!}
          set={(change, what) =>
            edit(what, [
              { kind: 'set', collection: 'items', id: item.id, field: 'load', value: { ...item.load!, ...change } },
            ])
          }
        />
      );
    };
    show(<Shown />, { job });
    return { job, load: () => job.now().board.items.find((i) => i.id === first.id)!.load! };
  }
  it('watts become the same in amps and come back, and its current with them', async () => {
    const { job, load } = await open();
    const before = load().rating;
    const flowA = () => job.now().dossier.flows.find((f) => f.itemId)!.designCurrentA;
    const was = flowA();
    await choose(screen.getByLabelText('Rated in'), 'amps');
    expect(load().rating.kind).toBe('amps');
    await waitFor(() => expect(flowA()).toBeCloseTo(was, 0));
    await choose(screen.getByLabelText('Rated in'), 'watts');
    const back = load().rating as { kind: string; powerW: number };
    expect(back.powerW).toBeCloseTo((before as { powerW: number }).powerW, 1);
  });
  it('what runs for seconds asks how long and how often, and only then', async () => {
    const { load } = await open();
    expect(load().shortTime).toBeNull();
    await click(screen.getByRole('checkbox', { name: 'runs for seconds' }));
    expect(load().shortTime).toEqual({ onS: 10, timesPerHour: 4 });
    await commit(screen.getByLabelText('Seconds each time'), '25');
    expect(load().shortTime).toEqual({ onS: 25, timesPerHour: 4 });
    await click(screen.getByRole('checkbox', { name: 'runs for seconds' }));
    expect(load().shortTime).toBeNull();
  });
  it('a group made here holds it, is renamed, and says whether its loads run together', async () => {
    const { job, load } = await open();
    const before = job.now().board.power.loadGroups.length;
    await choose(screen.getByLabelText('Runs with'), 'new');
    const made = job.now().board.power.loadGroups.at(-1)!;
    expect(job.now().board.power.loadGroups).toHaveLength(before + 1);
    expect(load().groupId).toBe(made.id);
    await commit(screen.getByLabelText('Group name'), 'two kettles');
    await choose(screen.getByLabelText('In this group'), 'together');
    expect(job.now().board.power.loadGroups.at(-1)).toEqual({ ...made, name: 'two kettles', mode: 'together' });
    await commit(screen.getByLabelText('Group name'), '  ');
    expect(job.now().board.power.loadGroups.at(-1)!.name).toBe('two kettles');
    expect(screen.getByText(/cannot be empty/)).toBeTruthy();
    await choose(screen.getByLabelText('Runs with'), '');
    expect(load().groupId).toBeNull();
  });
});

describe('where it stands and how the bank is planned', () => {
  it('more days without charging want more bank', async () => {
    const job = await openJob(mountainHutBoard());
    show(<SitePlan />, { job });
    const before = job.now().dossier.energy.wantedBankAh;
    await commit(screen.getByLabelText('Days without charging'), '6');
    await waitFor(() => expect(job.now().dossier.energy.wantedBankAh).toBeGreaterThan(before));
  });
  it('the usable share is held by a person at what they say', async () => {
    const job = await openJob(mountainHutBoard());
    show(<SitePlan />, { job });
    const before = job.now().dossier.energy.wantedBankAh;
    await press('Lock usable share');
    await choose(screen.getByLabelText('Value for usable share'), '0.3');
    await commit(screen.getByLabelText('Reason for locking usable share'), 'cells of unknown age');
    await press('Lock it');
    expect(job.now().board.power.usableShare).toMatchObject({ mode: 'locked', value: 0.3, who: 'Mira Holt' });
    await waitFor(() => expect(job.now().dossier.energy.wantedBankAh).toBeGreaterThan(before));
  });
  it('a latitude beyond the poles is refused, and what was said stays', async () => {
    const job = await openJob(mountainHutBoard());
    show(<SitePlan />, { job });
    const field = screen.getByLabelText(/^Latitude/);
    await commit(field, '97');
    expect(screen.getByText(/"97": a number from/)).toBeTruthy();
    expect(job.now().board.power.site.latitudeDeg).toBe(46.8);
    await commit(field, '-33,5');
    expect(job.now().board.power.site.latitudeDeg).toBe(-33.5);
  });
});

describe('what may feed the board', () => {
  it('an engine of 24 V, its share in percent', async () => {
    const job = await openJob(mountainHutBoard());
    show(<SourceBox source="alternator" title="Alternator" absent="none" fields={AlternatorFields} />, { job });
    await choose(screen.getByLabelText('Engine side'), '24');
    await commit(screen.getByLabelText('Of it may be taken'), '35');
    expect(job.now().board.power.alternator).toMatchObject({ nominalV: 24, shareMax: 0.35 });
  });
  it('sun turned and tilted, a generator priced; each is one edit of its own', async () => {
    const job = await openJob(mountainHutBoard());
    show(
      <>
        <SourceBox source="sun" title="Sun" absent="none" fields={SunFields} />
        <SourceBox source="generator" title="Generator" absent="none" fields={GeneratorFields} />
      </>,
      { job },
    );
    await commit(screen.getByLabelText(/^Tilt/), '25');
    await commit(screen.getByLabelText(/cost|hour/i), '6,2');
    expect(job.now().board.power.sun!.tiltDeg).toBe(25);
    expect(job.now().board.power.generator!.costPerHour).toBe(6.2);
    await waitFor(() => expect(job.sent).toHaveLength(2));
  });
});

describe('what if', () => {
  const year = { socShare: new Float64Array(8760).fill(0.5) } as never;
  it('a load doubles, the system is left alone for days, another weather comes', async () => {
    const job = await openJob(mountainHutBoard());
    const wishes: object[] = [];
    let wish = { loadFactor: [], parked: null, seed: 1 } as never;
    const { rerender } = show(<YearWhatIf year={year} whatIf={wish} setWhatIf={(w) => wishes.push(w)} />, { job });
    const [list] = screen.getAllByRole('combobox');
    const load = offered(list!)[1]!;
    await choose(list!, load);
    expect(wishes.at(-1)).toMatchObject({ loadFactor: [[load, 2]] });
    await click(screen.getByRole('checkbox', { name: /left alone/ }));
    expect(wishes.at(-1)).toMatchObject({ parked: { fromDay: 14, days: 20 } });
    await commit(screen.getByLabelText('Weather of year number'), '7');
    expect(wishes.at(-1)).toMatchObject({ seed: 7 });
    rerender(<p />);
    cleanup();
    wish = { loadFactor: [], parked: { fromDay: 350, days: 20 }, seed: 1 } as never;
    show(<YearWhatIf year={year} whatIf={wish} setWhatIf={(w) => wishes.push(w)} />, { job });
    // Over the turn of the year the charge after it is that of January, not of no day at all.
    expect(screen.getByText(/Charge after it/).textContent).toMatch(/50(\.0)?\s?%/);
    await commit(screen.getByLabelText('From day'), '1');
    expect(wishes.at(-1)).toMatchObject({ parked: { fromDay: 0, days: 20 } });
  });
});

describe('lines no part stands for', () => {
  it('one is added, priced and removed; half an hour of a negative price is refused', async () => {
    const job = await openJob();
    const before = job.now().board.extras.length;
    show(<QuoteExtras />, { job });
    await press('Add a line');
    const line = job.now().board.extras.at(-1)!;
    await commit(await screen.findByLabelText(`Price of ${line.text}`), '-5');
    expect(screen.getByText(/"-5": a number from/)).toBeTruthy();
    await commit(screen.getByLabelText(`Hours of ${line.text}`), '0,5');
    await choose(screen.getByLabelText(`Kind of ${line.text}`), 'work');
    expect(job.now().board.extras.at(-1)).toMatchObject({ kind: 'work', hours: 0.5, priceEach: line.priceEach });
    await click(within(screen.getByRole('table')).getAllByRole('button', { name: 'Remove' }).at(-1)!);
    expect(job.now().board.extras).toHaveLength(before);
  });
});

describe('versions of an offer', () => {
  it('this one is kept with its note, at the revision that is seen', async () => {
    const job = await openJob();
    show(<QuoteVersions versions={[]} revision={1} currency="EUR" />, { job });
    expect(screen.getByText(/None kept yet/)).toBeTruthy();
    await commit(screen.getByLabelText('Note on this version'), 'with the larger bank');
    await press(/^Keep/);
    await waitFor(() =>
      expect(asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body])).toEqual([
        ['/api/jobs/jb/quotes', { revision: 1, note: 'with the larger bank' }],
      ]),
    );
  });
  it('those kept stand with what they came to, by whom and when', async () => {
    const version = (n: number, total: number) => ({
      version: n,
      revision: n * 3,
      quote: { total },
      note: `note ${n}`,
      personName: 'Mira Holt',
      at: '2026-11-03T09:30:00.000Z',
    });
    show(<QuoteVersions versions={[version(1, 1210), version(2, 1180.5)]} revision={9} currency="EUR" />, {
      job: await openJob(),
    });
    const kept = screen.getAllByRole('listitem').map((l) => l.textContent!);
    expect(kept).toHaveLength(2);
    expect(kept.join()).toMatch(/note 1/);
    expect(kept.join()).toMatch(/1.?180\.50/);
  });
});
