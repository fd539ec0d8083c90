import { describe, expect, it } from 'vitest';
import { cutsCsv, partsCsv } from '../../export/lists.ts';
import { demoBoards, deriveBoard } from '../../testing/demoBoards.ts';
import { readLoadsCsv } from './loadList.ts';

describe('load list from CSV', () => {
  it('reads watts, amps, commas and blanks', () => {
    const { rows, problems } = readLoadsCsv(
      'name;power_w;current_a;hours_per_day;duty_percent;essential;drop_class\nLamp;12,5;;4;;yes;critical\nPump;;3.2;1;50;no;\n',
    );
    expect(problems).toEqual([]);
    expect(rows).toEqual([
      {
        name: 'Lamp',
        load: {
          rating: { kind: 'watts', powerW: 12.5 },
          hoursPerDay: 4,
          dutyShare: 1,
          essential: true,
          dropClass: 'critical',
        },
      },
      {
        name: 'Pump',
        load: {
          rating: { kind: 'amps', currentA: 3.2 },
          hoursPerDay: 1,
          dutyShare: 0.5,
          essential: false,
          dropClass: 'other',
        },
      },
    ]);
  });
  it('refuses the whole file and names line, column, value and what is accepted', () => {
    const { rows, problems } = readLoadsCsv('name,power_w,hours_per_day,essential\nLamp,12,4,yes\n,abc,30,perhaps\n');
    expect(rows).toEqual([]);
    expect(problems.join('\n')).toMatch(/line 3: name is ""/);
    expect(problems.join('\n')).toMatch(/line 3: power_w is "abc"; accepted: a number/);
    expect(problems.join('\n')).toMatch(/line 3: essential is "perhaps"; accepted: yes, no/);
    expect(readLoadsCsv('name,power_w,hours_per_day\nLamp,12,30\n').problems[0]).toMatch(
      /line 2: hoursPerDay is 30; accepted: a number from 0 to 24 h/,
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
