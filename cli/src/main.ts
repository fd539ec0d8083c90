import { spawn } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import tab from '@bomb.sh/tab/commander';
import { derive } from '@ombrik/core/derive';
import { everyFormula } from '@ombrik/core/devices/everyFormula';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { BOARD_FORMAT_VERSION, type Board } from '@ombrik/core/document/board';
import { boardJsonSchema } from '@ombrik/core/document/jsonSchema';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { cutsCsv, partsCsv } from '@ombrik/core/export/lists';
import { spiceDeck } from '@ombrik/core/export/spice';
import { findingsBook } from '@ombrik/core/findings/entries';
import type { Finding } from '@ombrik/core/findings/registry';
import { methodBook } from '@ombrik/core/formulas/book';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { folderProblems } from '@ombrik/core/seal/seal';
import { Command, Option } from 'commander';
import { comparisonText } from './comparison.ts';
import { readBoard, refuse } from './readBoard.ts';
import { folderAt, sha256 } from './sealedFolder.ts';
import { takeIn } from './takeIn.ts';

// A reader that has seen enough (a pager, head) closes the pipe; that is no failure of ours.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
  process.exit(0);
});

const dossierOf = (board: Board) => derive(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);

/** A finding as it is printed. */
const findingLine = (f: Finding): string =>
  `${f.severity.padEnd(4)}  ${f.where.label}: ${f.says}. ${f.why}. [${f.source}]`;

/** Which prices a parts list was reckoned with: a command line knows the catalogue's and the board's own, no shop's offers. */
function pricesUsed(board: Board, { parts }: ReturnType<typeof dossierOf>): string {
  const own = new Set(board.customParts.map((p) => p.id));
  const unpriced = parts.filter((p) => p.priceEach === null).length;
  const said = [`prices: those of the catalogue, in ${defaultWorkshop.currency}, without the workshop's offers`];
  if (parts.some((p) => own.has(p.partId))) said.push("parts of the board's own at what it says");
  if (unpriced > 0) said.push(`${unpriced} ${unpriced === 1 ? 'line has' : 'lines have'} none and count as nothing`);
  return said.join('; ');
}

const program = new Command('ombrik')
  .description('Works out a battery board from its board document')
  .addHelpText(
    'after',
    `
Ends with 0 when all is well, 1 when what was asked is not so (a stop finding, a difference, a broken seal), 2 when what
was given was not understood or refused. "ombrik complete bash" (zsh, fish, powershell) prints what completes it in a shell.`,
  )
  // What is typed wrong was not understood either.
  .exitOverride((error) => process.exit(error.exitCode === 0 ? 0 : 2));

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
    for (const f of findings) console.log(findingLine(f));
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
  .command('findings [board.json]')
  .description('print the findings of a board with what would mend them; without one, every kind there is, as Markdown')
  .option('--json', 'print them as JSON')
  .action((file: string | undefined, { json }: { json?: boolean }) => {
    if (file === undefined) {
      process.stdout.write(findingsBook());
      return;
    }
    const { findings } = dossierOf(readBoard(file));
    if (json) {
      console.log(JSON.stringify(findings, null, 2));
      return;
    }
    for (const f of findings) {
      console.log(findingLine(f));
      for (const fix of f.fixes) console.log(`        could be mended: ${fix.label}`);
    }
    console.log(`${findings.length} findings`);
  });

program
  .command('compare <before.json> <after.json>')
  .description('print what two boards differ in; ends with 1 when they do')
  .option('--json', 'print it as JSON')
  .action((before: string, after: string, { json }: { json?: boolean }) => {
    const [was, is] = [readBoard(before), readBoard(after)].map((board) => ({ board, dossier: dossierOf(board) }));
    const compared = comparisonText(was!, is!);
    console.log(json ? JSON.stringify(compared.data, null, 2) : compared.text);
    process.exitCode = compared.same ? 0 : 1;
  });

program
  .command('migrate <board.json>')
  .description('print a board of an older format as one of the newest; --write puts it in the file’s place')
  .option('--write', 'put it in the place of the file')
  .action((file: string, { write }: { write?: boolean }) => {
    const text = `${JSON.stringify(readBoard(file), null, 2)}\n`;
    if (!write) process.stdout.write(text);
    else {
      writeFileSync(file, text);
      console.error(`${file} is of format version ${BOARD_FORMAT_VERSION} now`);
    }
  });

program
  .command('import <board.json...>')
  .description('take boards in as jobs of a workshop; OMBRIK_KEY holds a key made for boards')
  .requiredOption('--server <address>', 'where Ombrik is, such as http://127.0.0.1:4300')
  .action(async (files: string[], { server }: { server: string }) => {
    const key = process.env.OMBRIK_KEY;
    if (!key)
      return refuse('OMBRIK_KEY', ['missing; accepted: a key from “yourself”, Keys for programs, made for boards']);
    for (const file of files) {
      const taken = await takeIn(server, key, readBoard(file)).catch((error: Error) => refuse(file, [error.message]));
      console.log(`${file}: job ${taken.number}, ${new URL(`/jobs/${taken.id}/brief`, server)}`);
    }
  });

program
  .command('serve')
  .description('serve the workshop of the database that DATABASE_URL names, as npm start does')
  .action(() => {
    const start = fileURLToPath(new URL('../../scripts/start.mjs', import.meta.url));
    const child = spawn(process.execPath, [start], { stdio: 'inherit' });
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => child.kill(signal));
    child.on('exit', (code) => {
      process.exitCode = code ?? 0;
    });
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

tab(program);
await program.parseAsync();
