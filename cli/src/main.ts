import { readFileSync } from 'node:fs';
import { derive } from '@ombrik/core/derive';
import { everyFormula } from '@ombrik/core/devices/everyFormula';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { checkBoard } from '@ombrik/core/document/checkBoard';
import { boardJsonSchema } from '@ombrik/core/document/jsonSchema';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { cutsCsv, partsCsv } from '@ombrik/core/export/lists';
import { spiceDeck } from '@ombrik/core/export/spice';
import { findingsBook } from '@ombrik/core/findings/entries';
import { methodBook } from '@ombrik/core/formulas/book';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { folderProblems } from '@ombrik/core/seal/seal';
import { Command, Option } from 'commander';
import { folderAt, sha256 } from './sealedFolder.ts';

/** Prints problems on standard error and ends with 2: the file was not understood. */
function refuse(file: string, problems: readonly string[]): never {
  console.error(`${file} was refused:`);
  for (const p of problems) console.error(`  ${p}`);
  process.exit(2);
}

function readBoard(file: string): Board {
  let value: unknown;
  try {
    value = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    refuse(file, [(error as Error).message]);
  }
  const checked = checkBoard(value, genericCatalogue);
  return checked.ok ? checked.board : refuse(file, checked.problems);
}

// A reader that has seen enough (a pager, head) closes the pipe; that is no failure of ours.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
  process.exit(0);
});

const dossierOf = (board: Board) => derive(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);

/** Which prices a parts list was reckoned with: a command line knows the catalogue's and the board's own, no shop's offers. */
function pricesUsed(board: Board, { parts }: ReturnType<typeof dossierOf>): string {
  const own = new Set(board.customParts.map((p) => p.id));
  const unpriced = parts.filter((p) => p.priceEach === null).length;
  const said = [`prices: those of the catalogue, in ${defaultWorkshop.currency}, without the workshop's offers`];
  if (parts.some((p) => own.has(p.partId))) said.push("parts of the board's own at what it says");
  if (unpriced > 0) said.push(`${unpriced} ${unpriced === 1 ? 'line has' : 'lines have'} none and count as nothing`);
  return said.join('; ');
}

const program = new Command('ombrik').description('Works out a battery board from its board document');

program
  .command('derive <board.json>')
  .description('print everything derived from the board as JSON')
  .action((file: string) => {
    console.log(JSON.stringify(dossierOf(readBoard(file)), null, 2));
  });

program
  .command('check <board.json>')
  .description('print the findings; ends with 1 when there is a stop finding, 2 when the file is bad')
  .action((file: string) => {
    const { findings } = dossierOf(readBoard(file));
    for (const f of findings)
      console.log(`${f.severity.padEnd(4)}  ${f.where.label}: ${f.says}. ${f.why}. [${f.source}]`);
    const stops = findings.filter((f) => f.severity === 'stop').length;
    console.log(`${findings.length} findings, ${stops} of them stop`);
    process.exitCode = stops > 0 ? 1 : 0;
  });

program
  .command('export <board.json>')
  .description('print a list or a netlist')
  .addOption(new Option('--format <format>', 'what to print').choices(['csv', 'spice']).makeOptionMandatory())
  .addOption(new Option('--list <list>', 'which list, with csv').choices(['parts', 'cuts']).default('parts'))
  .action((file: string, options: { format: 'csv' | 'spice'; list: 'parts' | 'cuts' }) => {
    const board = readBoard(file);
    if (options.format === 'spice')
      process.stdout.write(spiceDeck(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop).text);
    else if (options.list === 'cuts') console.log(cutsCsv(dossierOf(board)));
    else {
      const dossier = dossierOf(board);
      console.log(partsCsv(dossier));
      // On standard error, so that the list stays a list.
      console.error(pricesUsed(board, dossier));
    }
  });

program
  .command('schema')
  .description('print the JSON Schema of the board document')
  .action(() => {
    console.log(JSON.stringify(boardJsonSchema(), null, 2));
  });

program
  .command('method')
  .description('print every formula with its inputs and source, as Markdown')
  .action(() => {
    process.stdout.write(methodBook(everyFormula));
  });

program
  .command('findings')
  .description('print every kind of finding with its limits and sources, as Markdown')
  .action(() => {
    process.stdout.write(findingsBook());
  });

program
  .command('verify <folder>')
  .description('check a sealed record, unpacked, against its seal; ends with 1 when it is not as it left the shop')
  .option('--seal <hash>', 'the seal in hand, from the owner’s sheet or the plate')
  .action((folder: string, { seal }: { seal?: string }) => {
    let problems: string[];
    try {
      problems = folderProblems(folderAt(folder), sha256, seal ?? null);
    } catch (error) {
      return refuse(folder, [(error as Error).message]);
    }
    for (const p of problems) console.log(p);
    console.log(
      problems.length === 0 ? 'whole: as it was sealed' : `not as it was sealed: ${problems.length} problems`,
    );
    process.exitCode = problems.length === 0 ? 0 : 1;
  });

await program.parseAsync();
