import { describe, expect, it } from 'vitest';
import { cutsCsv, partsCsv } from '../../export/lists.ts';
import { demoBoards, deriveBoard } from '../../testing/demoBoards.ts';
import { loadsCsv, readLoadsCsv, readPastedLoads } from './loadList.ts';
import { newLoad } from './newLoad.ts';

describe('load list from CSV', () => {
  it('reads watts, amps, commas and blanks', () => {
    const { rows, problems } = readLoadsCsv(
      'name;power_w;current_a;hours_per_day;duty_percent;essential;drop_class\nLamp;12,5;;4;;yes;critical\nPump;;3.2;1;50;no;\n',
    );
    expect(problems).toEqual([]);
    expect(rows).toEqual([
      {
        name: 'Lamp',
        load: newLoad({
          rating: { kind: 'watts', powerW: 12.5 },
          usage: { kind: 'perDay', hoursPerDay: 4 },
          essential: true,
          dropClass: 'critical',
        }),
      },
      {
        name: 'Pump',
        load: newLoad({ rating: { kind: 'amps', currentA: 3.2 }, dutyShare: 0.5 }),
      },
    ]);
  });
  it('reads painted hours, sides and seasons', () => {
    const { rows, problems } = readLoadsCsv(
      'name,side,power_w,hours,season,surge_factor,pure_sine\nOven,mains,900,7-9 18-20,cold,2,yes\n',
    );
    expect(problems).toEqual([]);
    expect(rows[0]!.load).toMatchObject({
      side: 'mains',
      usage: { kind: 'painted', hours: [7, 8, 18, 19] },
      season: 'cold',
      surgeFactor: 2,
      needsSine: true,
    });
    expect(readLoadsCsv('name,power_w,hours\nOven,900,late\n').problems[0]).toContain(
      'hours is "late"; accepted: hours of the day',
    );
    expect(readLoadsCsv('name,side,current_a\nOven,mains,9\n').problems[0]).toContain(
      'on the mains side; accepted: power_w',
    );
  });
  it('reads what runs for seconds, and refuses half of it', () => {
    const head = 'name,current_a,seconds_on,times_per_hour\n';
    expect(readLoadsCsv(`${head}Winch,150,8,4\n`).rows[0]!.load.shortTime).toEqual({ onS: 8, timesPerHour: 4 });
    expect(readLoadsCsv(`${head}Winch,150,,\n`).rows[0]!.load.shortTime).toBeNull();
    expect(readLoadsCsv(`${head}Winch,150,8,\n`).problems[0]).toBe(
      'line 2: seconds_on is given without times_per_hour; accepted: both or neither',
    );
    expect(readLoadsCsv(`${head}Winch,150,99999,4\n`).problems[0]).toMatch(/line 2: seconds_on is 99999; accepted/);
    expect(readLoadsCsv('name,power_w,power_factor\nDrill,700,0.7\n').rows[0]!.load.powerFactor).toBe(0.7);
  });
  it('takes rows pasted from a spreadsheet, with a heading or without', () => {
    expect(readPastedLoads('Lamp\t12\t4\nPump\t60\n').rows.map((r) => [r.name, r.load.rating])).toEqual([
      ['Lamp', { kind: 'watts', powerW: 12 }],
      ['Pump', { kind: 'watts', powerW: 60 }],
    ]);
    expect(readPastedLoads('name\tcurrent_a\nLamp\t1,5\n').rows[0]!.load.rating).toEqual({
      kind: 'amps',
      currentA: 1.5,
    });
    expect(readPastedLoads('Lamp\ttwelve\n').problems[0]).toContain('power_w is "twelve"; accepted: a number');
  });
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: what is saved is read back the same',
    (_, board) => {
      const loads = board.items.filter((i) => i.load);
      const read = readLoadsCsv(loadsCsv(loads));
      expect(read.problems).toEqual([]);
      expect(read.rows.map((r) => ({ ...r.load, groupId: null }))).toEqual(
        loads.map((i) => ({ ...i.load!, groupId: null })),
      );
    },
  );
  it('refuses the whole file and names line, column, value and what is accepted', () => {
    const { rows, problems } = readLoadsCsv('name,power_w,hours_per_day,essential\nLamp,12,4,yes\n,abc,30,perhaps\n');
    expect(rows).toEqual([]);
    expect(problems.join('\n')).toMatch(/line 3: name is ""/);
    expect(problems.join('\n')).toMatch(/line 3: power_w is "abc"; accepted: a number/);
    expect(problems.join('\n')).toMatch(/line 3: essential is "perhaps"; accepted: yes, no/);
    expect(readLoadsCsv('name,power_w,hours_per_day\nLamp,12,30\n').problems[0]).toMatch(
      /line 2: hours_per_day is 30; accepted: a number from 0 to 24 h/,
    );
    expect(readLoadsCsv('title,watts\nx,1\n').problems[0]).toMatch(/column "title" is not known/);
    expect(readLoadsCsv('name,power_w\n').problems).toEqual(['the file has no load lines below its heading']);
  });
});

describe('printed lists', () => {
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: every line is quantity × price, lugs are two an end, cuts match the cables',
    (_, board) => {
      const dossier = deriveBoard(board);
      for (const p of dossier.parts)
        if (p.priceEach !== null) expect(p.total).toBeCloseTo(Math.round(p.quantity * p.priceEach * 100) / 100, 9);
      const ends = dossier.parts.filter((p) => p.group === 'end').reduce((s, p) => s + p.quantity, 0);
      expect(ends).toBe(2 * dossier.cables.length);
      expect(dossier.cuts.flatMap((g) => g.pieces).length).toBe(board.cables.length);
      expect(cutsCsv(dossier).split('\r\n')).toHaveLength(board.cables.length + 1);
      expect(partsCsv(dossier).split('\r\n')).toHaveLength(dossier.parts.length + 1);
    },
  );
});
