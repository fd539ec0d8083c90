import { asBuiltCommands } from '@ombrik/core/build/asBuilt';
import { boardPlan } from '@ombrik/core/build/buildPlan';
import type { SaidOtherwise, StepStatus } from '@ombrik/core/build/buildState';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Command } from '@ombrik/core/document/commands';
import type { Dossier } from '@ombrik/core/dossier';
import { cableLays } from '@ombrik/core/layout/cableLays';
import { touches } from '@ombrik/core/released/touches';
import { useEffect, useState } from 'react';
import { useMay } from '../../app/useMe.ts';
import { useJob } from '../../session/useJob.ts';
import type { Build } from './useBuild.ts';

/** What the floor built otherwise and nobody has answered yet; a designer takes it over or leaves it as it was drawn. */
export function BuiltOtherwise({ build }: { build: Build }) {
  const open = build.state!.steps.flatMap((status) =>
    status.otherwise.filter((o) => o.answer === null).map((said) => ({ status, said })),
  );
  if (open.length === 0) return null;
  return (
    <section aria-label="Built otherwise" className="stripe-warn mt-2 p-3">
      <h2 className="text-xl">Built otherwise than drawn</h2>
      {open.map(({ status, said }) => (
        <One key={said.key} build={build} status={status} said={said} />
      ))}
    </section>
  );
}

/** The edit it asks for, or why it cannot be made any more. */
function commandsOf(
  board: Parameters<typeof asBuiltCommands>[0],
  said: SaidOtherwise,
  moving: Parameters<typeof asBuiltCommands>[2],
): Command[] | string {
  try {
    return asBuiltCommands(board, said.what, moving);
  } catch (error) {
    return (error as Error).message;
  }
}

function One({ build, status, said }: { build: Build; status: StepStatus; said: SaidOtherwise }) {
  const may = useMay('POST /api/jobs/:id/edits');
  const { board, preview, edit, answerAsked, dossier, shown, profile, parts } = useJob();
  /** Looked at: the dossier before it, and the edit that makes it. */
  const [looked, setLooked] = useState<{ before: Dossier; commands: Command[] } | null>(null);
  const [reason, setReason] = useState('');
  const lost = commandsOf(board, said, null);
  useEffect(() => () => preview(null), [preview]);
  const look = () => {
    const layOf = cableLays(dossier.cables, profile, genericCatalogue);
    const commands = commandsOf(board, said, { parts, layOf });
    if (typeof commands === 'string') return;
    setLooked({ before: dossier, commands });
    preview(commands);
  };
  const known = looked !== null && dossier !== looked.before;
  const answer = (taken: boolean, as: { stepId: string; fingerprint: string } | null) =>
    build.say(status.step, { kind: 'answered', to: said.key, taken, reason: reason.trim(), as });
  const take = () => {
    if (!looked) return;
    const own = boardPlan(shown, genericCatalogue, profile, dossier).steps;
    const { id, cableIds } = status.step;
    const now =
      own.find((s) => s.id === id) ??
      own.find((s) => ['lay', 'link'].includes(s.kind) && s.cableIds[0] === cableIds[0] && cableIds.length > 0);
    preview(null);
    edit(`As built: ${said.words}`, looked.commands);
    // What it touches has been read already: it is not asked a second time.
    answerAsked('make, nothing touched');
    answer(true, now ? { stepId: now.id, fingerprint: now.fingerprint } : null);
  };
  const leave = () => {
    preview(null);
    setLooked(null);
    answer(false, null);
  };
  return (
    <div className="perforated py-2">
      <p>
        <b>{said.words}</b>{' '}
        <span className="dim">
          at “{status.step.title}”, {said.personName}
        </span>
      </p>
      {typeof lost === 'string' && <p className="text-warning">It no longer fits the board: {lost}.</p>}
      {known && <Follows before={looked.before} after={dossier} />}
      {may && (
        <div className="mt-1 flex flex-wrap items-center gap-2">
          {looked === null ? (
            <button type="button" className="btn btn-sm" disabled={typeof lost === 'string'} onClick={look}>
              See what follows
            </button>
          ) : (
            <button type="button" className="btn btn-primary btn-sm" disabled={!known} onClick={take}>
              {known ? 'Draw it so' : 'Working it out …'}
            </button>
          )}
          <input
            className="input input-sm w-56"
            aria-label="Why it is left as drawn"
            placeholder="why it is left as drawn"
            maxLength={300}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
          <button type="button" className="btn btn-sm" disabled={reason.trim() === ''} onClick={leave}>
            Leave it as drawn
          </button>
        </div>
      )}
    </div>
  );
}

/** What the board would be otherwise with it. */
function Follows({ before, after }: { before: Dossier; after: Dossier }) {
  const touched = touches(before, after);
  const had = new Set(before.findings.map((f) => f.id));
  const now = new Set(after.findings.map((f) => f.id));
  const found = after.findings.filter((f) => !had.has(f.id));
  const settled = before.findings.filter((f) => !now.has(f.id));
  const quiet = touched.cables.length + touched.parts.length + touched.checks + found.length + settled.length === 0;
  return (
    <ul aria-label="What follows" className="list-disc pl-5 text-[13px]">
      {quiet && <li>Nothing else changes.</li>}
      {touched.cables.length > 0 && (
        <li>
          Cables: {touched.cables.map((c) => `${c.designation}${c.how === 'changed' ? '' : ` (${c.how})`}`).join(', ')}
        </li>
      )}
      {touched.parts.length > 0 && (
        <li>
          Parts:{' '}
          {touched.parts.map((p) => `${p.name} ${+p.from.toFixed(2)} → ${+p.to.toFixed(2)} ${p.unit}`).join(', ')}
        </li>
      )}
      {touched.checks > 0 && <li>{touched.checks} checks of the bench ask for something else</li>}
      {found.map((f) => (
        <li key={f.id} className={f.severity === 'stop' ? 'text-error' : 'text-warning'}>
          ▲ {f.says}
        </li>
      ))}
      {settled.length > 0 && <li>{settled.length} findings are settled by it</li>}
    </ul>
  );
}
