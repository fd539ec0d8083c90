// @vitest-environment happy-dom
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { OwnRules } from '@ombrik/core/document/workshop/ownRules';
import { defaultWorkshop, type Workshop } from '@ombrik/core/document/workshop/workshop';
import { OWN_VALUES } from '@ombrik/core/profiles/ownRules';
import { PROFILES } from '@ombrik/core/profiles/profiles';
import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { choose, click, commit, press } from '../../testing/hands.ts';
import { type Asked, MIRA, serverThat, show } from '../../testing/screen.tsx';
import { BenchTools } from './BenchTools.tsx';
import { CrimpTools } from './CrimpTools.tsx';
import { Instruments } from './Instruments.tsx';
import { OwnRulesSheet } from './OwnRulesSheet.tsx';
import { StockSheets } from './StockSheets.tsx';
import { StoreRules } from './StoreRules.tsx';
import { WorkshopPage } from './WorkshopPage.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** A sheet of settings whose changes come back to it, as on the page. */
function held(draw: (workshop: Workshop, onChange: (by: Partial<Workshop>) => void) => React.ReactNode) {
  let now = defaultWorkshop;
  const Shown = () => {
    const [workshop, set] = useState(now);
    now = workshop;
    return draw(workshop, (by) => set((w) => ({ ...w, ...by })));
  };
  render(<Shown />);
  return () => now;
}

describe('crimping tools', () => {
  const open = () => held((w, onChange) => <CrimpTools workshop={w} disabled={false} onChange={onChange} />);
  it('a tool is added, named, given dies and taken away; the others stay as they were', async () => {
    const now = open();
    const before = now().tools;
    await press('Add a tool');
    expect(now().tools.slice(0, -1)).toEqual(before);
    await commit(screen.getByLabelText('Name of Another tool'), 'Long press');
    await choose(screen.getByLabelText('How Long press works'), 'hydraulic');
    const die = genericCatalogue.lugs[0]!.dieId;
    const box = () => screen.getByRole('checkbox', { name: `Long press has ${die}` });
    await click(box());
    expect(now().tools.at(-1)).toMatchObject({ name: 'Long press', action: 'hydraulic', dies: [die] });
    await click(box());
    expect(now().tools.at(-1)!.dies).toEqual([]);
    await click(screen.getAllByRole('button', { name: 'Remove' }).at(-1)!);
    expect(now().tools).toEqual(before);
  });
  it('a tool has a name', async () => {
    const now = open();
    const { name } = now().tools[0]!;
    await commit(screen.getByLabelText(`Name of ${name}`), ' ');
    expect(screen.getByText(/cannot be empty/)).toBeTruthy();
    expect(now().tools[0]!.name).toBe(name);
  });
  it('every die that any lug of the catalogue wants can be ticked, once', () => {
    open();
    const { name } = defaultWorkshop.tools[0]!;
    const dies = [...new Set(genericCatalogue.lugs.map((l) => l.dieId))].sort();
    const boxes = screen
      .getAllByRole('checkbox')
      .map((b) => b.getAttribute('aria-label')!)
      .filter((l) => l.startsWith(`${name} has `))
      .map((l) => l.slice(`${name} has `.length));
    expect(boxes.sort()).toEqual(dies);
  });
});

describe('wrenches, scales and meters', () => {
  const open = () => held((w, onChange) => <BenchTools tools={w.benchTools} disabled={false} onChange={onChange} />);
  it('one that has to be checked says since when it is due, and is checked by a press', async () => {
    const now = open();
    const { name } = defaultWorkshop.benchTools[0]!;
    const row = () => within(screen.getByLabelText(`Name of ${name}`).closest('fieldset')!);
    expect(row().getByText('never checked')).toBeTruthy();
    const today = () => row().getByRole('button', { name: 'Checked today' }) as HTMLButtonElement;
    expect(today().disabled).toBe(true);
    await commit(screen.getByLabelText(`${name} is checked every so many days`), '365');
    expect(row().getByText(`▲ ${name} has never been checked`)).toBeTruthy();
    fireEvent.change(screen.getByLabelText(`${name} was checked on`), { target: { value: '2020-01-01' } });
    expect(row().getByText(`▲ ${name} is due for its check since 2020-12-31`)).toBeTruthy();
    await click(today());
    expect(row().getByText(/^next \d{4}-\d\d-\d\d$/)).toBeTruthy();
    expect(now().benchTools[0]).toMatchObject({ everyDays: 365 });
    expect(now().benchTools[1]).toEqual(defaultWorkshop.benchTools[1]);
    await commit(screen.getByLabelText(`${name} is checked every so many days`), '0');
    expect(now().benchTools[0]!.everyDays).toBeNull();
  });
  it('a scale says to where it reads and at which arm; a wrench is asked neither', async () => {
    const now = open();
    const { name } = defaultWorkshop.benchTools[1]!;
    await commit(screen.getByLabelText(`${name} at an arm of`), '300');
    expect(now().benchTools[1]).toMatchObject({ armMm: 300, maxKg: 5 });
    await choose(screen.getByLabelText(`What ${name} is`), 'other');
    // A meter is an instrument of its own.
    expect(screen.queryByRole('option', { name: 'meter' })).toBeNull();
    expect(screen.queryByLabelText(`${name} at an arm of`)).toBeNull();
    await press('Add a tool');
    expect(now().benchTools.at(-1)).toMatchObject({ name: 'Another wrench', kind: 'torqueWrench', everyDays: null });
    await click(screen.getAllByRole('button', { name: 'Remove' }).at(-1)!);
    expect(now().benchTools).toHaveLength(2);
  });
});

describe('measuring instruments', () => {
  const open = () => held((w, onChange) => <Instruments workshop={w} disabled={false} onChange={onChange} />);
  it('one is added, told where it answers and how far it may be off, and taken away', async () => {
    const now = open();
    await press('Add an instrument');
    await commit(screen.getByLabelText('Name of Another meter'), 'Long shelf meter');
    await commit(screen.getByLabelText('Serial number of Long shelf meter'), ' 0417 ');
    await commit(screen.getByLabelText('Address of Long shelf meter'), 'meter.lan');
    await commit(screen.getByLabelText('Port of Long shelf meter'), '5025');
    await commit(screen.getByLabelText('Long shelf meter, millivolts up to 200 mV: share of the reading'), '0,1');
    await commit(screen.getByLabelText('Long shelf meter, millivolts up to 200 mV: fixed part'), '0.05');
    const [meter] = now().instruments;
    expect(meter).toMatchObject({ serial: '0417', host: 'meter.lan', port: 5025, kind: 'multimeter' });
    expect(meter!.accuracy.find((r) => r.quantity === 'drop' && r.upTo === 0.2)).toMatchObject({
      share: 0.001,
      floor: 5e-5,
    });
    await press('Remove');
    expect(now().instruments).toEqual([]);
  });
  it('what it is decides what it tells; a battery says in which registers', async () => {
    const now = open();
    await press('Add an instrument');
    await choose(screen.getByLabelText('What Another meter is'), 'batteryData');
    expect(now().instruments[0]!.accuracy.map((r) => r.quantity)).toEqual(['voltage', 'current']);
    await commit(screen.getByLabelText('Register of volts of Another meter'), '40');
    expect(now().instruments[0]!.registers[0]).toMatchObject({ quantity: 'voltage', address: 40 });
    await commit(screen.getByLabelText('Port of Another meter'), '70000');
    expect(now().instruments[0]!.port).toBeNull();
  });
});

describe('rules of our own', () => {
  const open = (may = true) => {
    let now: readonly OwnRules[] = [];
    const Shown = () => {
      const [rules, set] = useState<readonly OwnRules[]>([]);
      now = rules;
      return <OwnRulesSheet rules={rules} may={may} onChange={set} />;
    };
    render(<Shown />);
    return () => now;
  };
  it('a profile is copied, a value changed with its reason, and put back', async () => {
    const now = open();
    const base = PROFILES[0]!;
    await choose(screen.getByLabelText('Profile to copy'), base.id);
    await press('Copy it');
    const [own] = now();
    expect(own).toMatchObject({ baseId: base.id, changes: [] });
    const [field, value] = Object.entries(OWN_VALUES)[0]! as [
      OwnRules['changes'][number]['field'],
      (typeof OWN_VALUES)[keyof typeof OWN_VALUES],
    ];
    const was = value.read(base);
    const other = was === value.max ? value.min : value.max;
    const cell = () => screen.getByLabelText(`${value.title} in ${own!.name}`) as HTMLInputElement;
    const before = cell().value;
    await commit(cell(), String(other * value.scale));
    expect(now()[0]!.changes).toEqual([{ field, value: expect.closeTo(other, 6), reason: 'workshop practice' }]);
    await commit(screen.getByLabelText(`Reason for ${value.title} in ${own!.name}`), 'ten years of boards');
    expect(now()[0]!.changes[0]!.reason).toBe('ten years of boards');
    await commit(cell(), before);
    expect(now()[0]!.changes).toEqual([]);
  });
  it('a value beyond what it can be is refused in words, and the profile’s own stays', async () => {
    const now = open();
    await press('Copy it');
    for (const value of Object.values(OWN_VALUES)) {
      const cell = screen.getByLabelText(`${value.title} in ${now()[0]!.name}`);
      await commit(cell, String(value.max * value.scale * 1000 + 1));
      expect(cell.getAttribute('aria-invalid')).toBe('true');
    }
    expect(now()[0]!.changes).toEqual([]);
  });
  it('who may not change them sees them and no press', () => {
    open(false);
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('how the shop cuts, tests, keeps and buys', () => {
  it('shares are typed in percent, whole numbers are made whole, nested ones keep their neighbours', async () => {
    const now = held((w, onChange) => <StoreRules workshop={w} disabled={false} onChange={onChange} />);
    const { lengthShare } = now().spares;
    await commit(screen.getByLabelText('Spare lugs and ferrules'), '12,5');
    await commit(screen.getByLabelText('Crimps pulled: the first, then every'), '24.6');
    await commit(screen.getByLabelText('Trim added to each cable'), '-1');
    expect(now()).toMatchObject({ spares: { endShare: 0.125, lengthShare }, pullEvery: 25 });
    expect(now().cutTrimMm).toBe(defaultWorkshop.cutTrimMm);
    expect(screen.getByText('"-1": a number from 0 to 50')).toBeTruthy();
  });
  it('a sheet changes its own row only', async () => {
    const now = held((w, onChange) => (
      <StockSheets sheets={w.sheets} kerfMm={w.sawKerfMm} disabled={false} onChange={onChange} />
    ));
    const before = now().sheets;
    await choose(screen.getByLabelText('Material of sheet 1'), 'plastic');
    await commit(screen.getByLabelText('Saw takes'), '4');
    expect(now().sheets[0]).toEqual({ ...before[0], material: 'plastic' });
    expect(now().sheets.slice(1)).toEqual(before.slice(1));
    expect(now().sawKerfMm).toBe(4);
  });
});

describe('two settings changed one after the other', () => {
  it('the second holds the first, although the server has not answered yet', async () => {
    let let_go = () => {};
    const wait = new Promise<void>((go) => {
      let_go = go;
    });
    let kept: Workshop = { ...defaultWorkshop, version: '4' };
    const asked: Asked[] = serverThat({
      '/api/me': {
        person: { id: 'pe', name: 'Mira Holt', email: 'm', roles: ['designer'] },
        workshopName: 'Teasel Works',
        demoPeople: [],
        mayNot: { 'POST /api/people/invitations': 'only an owner does this' },
      },
      '/api/workshop': (a: Asked) => {
        if (a.method === 'POST') kept = { ...kept, ...(a.body as Partial<Workshop>) };
        return { workshop: kept };
      },
    });
    const { fetch } = globalThis;
    vi.stubGlobal('fetch', async (input: Request, init?: RequestInit) => {
      const answer = await fetch(input, init);
      if (init?.method === 'POST') await wait;
      return answer;
    });
    show(<WorkshopPage />, { at: '/workshop' });
    await commit(await screen.findByLabelText('An hour of work'), '72');
    await commit(screen.getByLabelText('Usable share, AGM'), '45');
    let_go();
    await waitFor(() => expect(asked.filter((a) => a.method === 'POST')).toHaveLength(2));
    expect(kept).toMatchObject({ hourRate: 72, usableShare: { agm: 0.45 } });
    expect(within(document.body).getByLabelText('An hour of work')).toHaveProperty('value', '72');
  });
  it('what was saved stays on the screen, and under the hand, although the fetch after it came to nothing', async () => {
    let posted = false;
    serverThat({
      '/api/me': MIRA,
      '/api/workshop': (a: Asked) => {
        if (a.method === 'POST') {
          posted = true;
          return { workshop: { ...defaultWorkshop, ...(a.body as Partial<Workshop>) } };
        }
        return posted ? { status: 503, problems: ['cut off'] } : { workshop: defaultWorkshop };
      },
    });
    show(<WorkshopPage />, { at: '/workshop' });
    await screen.findByText(/Our |Rules of our own/);
    await press('Copy it');
    const name = `Our ${PROFILES.find((p) => p.id === 'craft-iso')!.name}`;
    const { title } = OWN_VALUES.minAreaMm2;
    await commit(screen.getByLabelText(`${title} in ${name}`), '4');
    const reason = screen.getByLabelText(`Reason for ${title} in ${name}`);
    await act(async () => void fireEvent.change(reason, { target: { value: 'one reel, one die' } }));
    await act(async () => void (await new Promise((go) => setTimeout(go, 100))));
    expect(posted).toBe(true);
    expect(screen.getByLabelText(`Reason for ${title} in ${name}`)).toBe(reason);
    expect(reason).toHaveProperty('value', 'one reel, one die');
  });
});
