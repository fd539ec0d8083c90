import { liveSets } from '@ombrik/core/circuit/liveSets';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { serialOf, unitsOf } from '@ombrik/core/released/serials';
import { seatText } from '@ombrik/core/words';
import type { BenchReading } from '../bench/readings.ts';
import { cautions, closePaper, heading, openPaper, type PaperFile, type PaperHead, paragraph, table } from './paper.ts';
import { settledList } from './settledList.ts';

const CHEMISTRY_WORDS = { agm: 'AGM lead-acid', vented: 'vented lead-acid', lifepo4: 'LiFePO4' } as const;

/** What somebody looks at after a week, and then once a year. Common practice, no source. */
const AFTER_A_WEEK = [
  'Isolated and dead: every nut against its torque; fresh copper settles in its first days.',
  'No label loose, no cable rubbing, no dust or water where the air goes in and out.',
  'Under the largest load for a quarter of an hour: thermometer along the joints; one that is warmer than the others is made again.',
  'The bank full and rested: its volts as in the settings below; each battery of it alike.',
];

/** For who owns the board: what is fused with what, how it is made dead, what stays live, how it is set, what to look after. */
export function ownerSheet(file: PaperFile, readings: readonly BenchReading[], head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head);
  const { board, dossier, job } = file;
  const parts = partIndex(board, genericCatalogue);
  const name = (id: string) => {
    const item = board.items.find((i) => i.id === id);
    return item ? `${item.designation} ${item.name}`.trim() : id;
  };
  const { quantity, systemVoltageV, chemistry } = board.brief;
  paragraph(
    doc,
    `${board.brief.jobName}: ${systemVoltageV} V, ${CHEMISTRY_WORDS[chemistry]}. Serial ${unitsOf(quantity)
      .map((u) => serialOf(job.number, u, quantity))
      .join(', ')}. Wire names here, on the labels and on the board drawing are the same.`,
  );
  const live = liveSets(board, genericCatalogue);
  heading(doc, 'To make it dead');
  paragraph(
    doc,
    live.order.length > 0
      ? `Loads and inverters off, then open in this order: ${live.order.map(name).join(', ')}. Then meter across what you will touch: dead is what the meter says is dead.`
      : 'Nothing on this board parts it from its batteries: take the battery leads off, minus first.',
  );
  heading(doc, 'What stays live all the same');
  if (live.never.length === 0) paragraph(doc, 'Nothing, as far as the drawing knows.');
  // What the same things keep alive is said in one.
  const alive = new Map<string, string[]>();
  for (const { itemId, by } of live.never) {
    const from = by.map(name).join(', ');
    alive.set(from, [...(alive.get(from) ?? []), name(itemId)]);
  }
  for (const [from, what] of alive) paragraph(doc, `By ${from}: ${what.join(', ')}.`);
  heading(doc, 'Fuses');
  const links = new Map(genericCatalogue.fuseLinks.map((l) => [l.id, l.name]));
  const seats = dossier.sizing.seats.filter((s) => !s.spare);
  table(
    doc,
    [
      {
        title: 'At',
        width: 110,
        value: (s) => seatText(name(s.itemId), s.seatId, seats.filter((o) => o.itemId === s.itemId).length),
      },
      { title: 'Link', width: 170, value: (s) => links.get(s.link.value ?? '') ?? 'none chosen' },
      {
        title: 'Guards',
        width: 256,
        value: (s) => {
          const own = dossier.sizing.wires.filter((w) => w.guardKeys.includes(s.key)).map((w) => w.connectionId);
          const cables = dossier.cables.filter((c) => c.cores.some((k) => own.includes(k.connectionId)));
          return cables.map((c) => c.designation).join(', ');
        },
      },
    ],
    seats,
  );
  const set = readings.filter((r) => r.settings !== null && r.verdict === 'passed');
  const last = [...new Map(set.map((r) => [r.stepId, r])).values()];
  if (last.length > 0) {
    heading(doc, 'Settings as they left the shop');
    table(
      doc,
      [
        { title: 'Device', width: 150, value: (r) => r.of },
        { title: 'Setting', width: 200, value: (r) => r.name },
        { title: 'Set to', width: 186, value: (r) => r.after },
      ],
      last.flatMap((r) => r.settings!.map((s) => ({ of: r.title.replace('Settings of ', ''), ...s }))),
    );
  }
  heading(doc, 'After the first week, and once a year');
  for (const line of AFTER_A_WEEK) paragraph(doc, `[  ] ${line}`);
  const torques = dossier.stacks.length;
  if (torques > 0) paragraph(doc, `Torque of every stud: on the guide for the field (${torques} studs).`);
  heading(doc, 'What it weighs');
  for (const body of dossier.bodies) {
    const panel = board.panels.find((p) => p.id === body.panelId);
    paragraph(
      doc,
      `${panel?.name ?? body.panelId}: ${body.massKg.toFixed(1)} kg without batteries that stand off it. Lift it at its fixing holes, two people from 25 kg on.`,
    );
  }
  for (const item of board.items) {
    const part = parts.get(item.partId);
    if (part?.kind === 'battery') paragraph(doc, `${name(item.id)}: ${part.massKg} kg.`);
  }
  settledList(doc, dossier);
  cautions(doc, [
    'Batteries cannot be switched off inside: a tool across their posts can start a fire. Covers on, tools insulated, no rings.',
    'A blown fuse has a reason: find it before another goes in, and never a larger one.',
    'The mains side is a licensed person’s work. Local rules come first; this sheet claims no compliance.',
  ]);
  return closePaper(doc, head);
}
