import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { derive } from '@ombrik/core/derive';
import { everyFormula } from '@ombrik/core/devices/everyFormula';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { demoBoard } from '@ombrik/demo/demoBoards';
import Papa from 'papaparse';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import type { BenchReading } from '../bench/readings.ts';
import { calculationCsv, calculationPaper } from './calculationPaper.ts';
import { ownerSheet } from './ownerSheet.ts';
import type { PaperFile } from './paper.ts';
import { transportPaper } from './transportPaper.ts';

const fileOf = (board: Board): PaperFile =>
  ({
    job: { id: 'jb', number: 402, revision: 3, wantedOn: null, archived: false, createdAt: '2026-11-01T00:00:00Z' },
    revision: 3,
    board,
    dossier: derive(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop),
    workshop: defaultWorkshop,
  }) as PaperFile;
const hut = fileOf(demoBoard('hut'));
const head = (title: string) => ({
  title,
  jobNumber: 402,
  jobName: hut.board.brief.jobName,
  revision: 3,
  workshopName: 'Shed',
  profile: 'fixed',
});
const textOf = (bytes: Buffer): string =>
  execFileSync('pdftotext', ['-layout', '-', '-'], { input: bytes, encoding: 'utf8', maxBuffer: 2 ** 26 }).replaceAll(
    /\s+/g,
    ' ',
  );
const chapters = async (bytes: Buffer) =>
  (
    ((await await getDocument({ data: new Uint8Array(bytes) }).promise.then((d) => d.getOutline())) ?? []) as {
      title: string;
    }[]
  ).map((o) => o.title);

describe('what is handed over', () => {
  it('the owner’s sheet says how it is made dead, what stays live, what is fused with what and how it is set', async () => {
    const settings = [{ name: 'Absorption', expects: '28.4 V', before: '29', after: '28.4 V' }];
    const reading = { stepId: 's', title: 'Settings of -T2', verdict: 'passed', settings } as unknown as BenchReading;
    const bytes = await ownerSheet(hut, [reading], head('Owner’s sheet'));
    if (process.env.OMBRIK_KEEP) writeFileSync('/tmp/owner.pdf', bytes);
    const text = textOf(bytes);
    expect(text).toMatch(/then open in this order: .*-Q1/);
    for (const item of hut.dossier.sizing.seats.filter((s) => !s.spare))
      expect(text).toContain(hut.board.items.find((i) => i.id === item.itemId)!.designation);
    expect(text).toMatch(/-T2 Absorption 28\.4 V/);
    expect(text).toMatch(/page 1 of \d/);
    expect(await chapters(bytes)).toEqual(expect.arrayContaining(['To make it dead', 'Fuses', 'What it weighs']));
  });
  it('the calculation sheet has every figure with formula, inputs and source, and which versions they came from', async () => {
    const bytes = await calculationPaper(hut, head('Calculation sheet'));
    const text = textOf(bytes);
    expect(text).toContain(`Core ${hut.dossier.inputs.coreVersion}`);
    expect(text).toMatch(/IEC 60228/);
    const rows = Papa.parse<Record<string, string>>(calculationCsv(hut).trim(), { header: true }).data;
    expect(rows.length).toBeGreaterThan(300);
    expect(rows.every((r) => r.formula && r.source)).toBe(true);
    // A figure of a conductor reads back: its formula is one of the book's, or says how it was chosen.
    const known = new Set(everyFormula.map((f) => f.formula));
    const worked = rows.filter((r) => known.has(r.formula!));
    expect(worked.length).toBeGreaterThan(200);
    expect(await chapters(bytes)).toEqual(expect.arrayContaining(['Conductors', 'Limits of the bench test']));
  });
  it('the transport notes name each battery with its energy, and what lithium asks for', async () => {
    const text = textOf(await transportPaper(hut, head('Transport notes')));
    expect(text).toMatch(/-G1 .*LiFePO4.* \d+ Wh/);
    expect(text).toMatch(/class 9 \(UN 3480/);
    expect(text).toContain('Ask the carrier');
    const cart = textOf(await transportPaper(fileOf(demoBoard('marketCart')), head('Transport notes')));
    expect(cart).not.toContain('UN 3480');
  });
});
