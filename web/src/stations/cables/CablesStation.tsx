import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { isMadeToSpec } from '@ombrik/core/stations';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { format, parseISO } from 'date-fns';
import { answer, api, problemsIn } from '../../app/api.ts';
import { useJob } from '../../app/jobSession.tsx';
import { useFloor } from '../../app/useFloor.ts';
import { Askable } from '../../ui/Askable.tsx';
import { ConductorTag } from '../../ui/ConductorTag.tsx';
import { metres, mm } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { Tape } from '../../ui/Tape.tsx';

/** The cut list by cable type; a big box to tick each cable off as made, with who and when. */
export function CablesStation() {
  const job = useJob();
  const floor = useFloor();
  const client = useQueryClient();
  const { dossier } = job;
  const settled = job.saveState === 'saved';
  const tick = useMutation({
    mutationFn: (v: { cableIds: string[]; made: boolean }) =>
      answer(api.jobs[':id'].made.$post({ param: { id: job.jobId }, json: { ...v, revision: job.revision } })),
    onSettled: () => client.invalidateQueries({ queryKey: ['floor', job.jobId] }),
  });
  const lastOf = (cable: MadeCable) => floor.made.filter((r) => r.entityId === cable.cableId).at(-1);
  const made = dossier.cables.filter((c) =>
    isMadeToSpec(floor.ticks.filter((t) => t.cableId === c.cableId).at(-1), c.fingerprint),
  ).length;
  const chosenId = job.selection?.kind === 'cable' ? job.selection.id : dossier.cuts[0]?.pieces[0]?.cableId;
  const chosen = dossier.cables.find((c) => c.cableId === chosenId);
  const stops = dossier.findings.filter((f) => f.severity === 'stop').length;
  if (dossier.cables.length === 0)
    return (
      <p className="dim p-6">
        No cables yet. Join terminals on the board; every wire appears here with its length and both ends.
      </p>
    );
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)]">
      <div className="border-b border-base-300 bg-base-100 px-4 pt-2">
        {chosen && (
          <Tape cable={chosen} paths={dossier.lengths.find((l) => l.cableId === chosen.cableId)?.paths ?? []} />
        )}
      </div>
      <div className="relative overflow-auto px-4 pb-6">
        <div className="sticky top-0 z-10 flex flex-wrap items-center gap-4 bg-base-200 py-2">
          <h1 className="text-2xl">Cut list</h1>
          <span className="num text-lg">
            {made} of {dossier.cables.length} made
          </span>
          <progress
            className="progress progress-primary w-40"
            value={made}
            max={dossier.cables.length}
            aria-label="Cables made"
          />
          {stops > 0 && <span className="text-error">{stops} stop findings are open: look before you cut</span>}
          {tick.error && <Problems problems={problemsIn(tick.error)} />}
        </div>
        {dossier.cuts.map((group) => (
          <section key={group.key} className="mb-4">
            <h2 className="flex items-center gap-3 text-lg">
              {group.name} {group.colour && <ConductorTag colour={group.colour} />}
              <span className="num dim text-sm">
                {group.pieces.length} pieces · {metres(group.totalMm)}
              </span>
            </h2>
            <ul>
              {group.pieces.map((cable) => {
                const last = lastOf(cable);
                const toSpec = last !== undefined && last.data.made === true && last.fingerprint === cable.fingerprint;
                const older = last !== undefined && last.data.made === true && !toSpec;
                return (
                  <li
                    key={cable.cableId}
                    className={`perforated grid grid-cols-[56px_64px_92px_minmax(0,1fr)_150px] items-center gap-2 ${cable.cableId === chosenId ? 'bg-base-300' : ''}`}
                  >
                    <label className="grid min-h-[52px] place-items-center" title="Made">
                      <input
                        type="checkbox"
                        className="checkbox checkbox-primary"
                        style={{ width: 30, height: 30 }}
                        aria-label={`${cable.designation} is made`}
                        checked={toSpec}
                        disabled={!settled || tick.isPending}
                        onChange={(e) => tick.mutate({ cableIds: [cable.cableId], made: e.target.checked })}
                      />
                    </label>
                    <button
                      type="button"
                      className="label-face min-h-[52px] text-left text-xl"
                      onClick={() => job.select({ kind: 'cable', id: cable.cableId })}
                    >
                      {cable.designation}
                    </button>
                    <span className="text-right text-lg">
                      <Askable address={`cable/${cable.cableId}/cutMm`}>
                        {cable.provisional ? '~' : ''}
                        {mm(cable.cutMm)}
                      </Askable>
                    </span>
                    <button
                      type="button"
                      className="min-w-0 py-1 text-left text-[13px] leading-snug"
                      onClick={() => job.select({ kind: 'cable', id: cable.cableId })}
                    >
                      {cable.cores.map((core) => (
                        <span key={core.coreId} className="block">
                          <span className="num block truncate">{core.label}</span>
                          <span className="dim block">
                            {core.from.lugName}, strip {Math.round(core.from.stripMm)}
                            {core.from.shrinkMm ? `, shrink ${core.from.shrinkMm}` : ''} · {core.to.lugName}, strip{' '}
                            {Math.round(core.to.stripMm)}
                            {core.to.shrinkMm ? `, shrink ${core.to.shrinkMm}` : ''}
                          </span>
                        </span>
                      ))}
                    </button>
                    <span className="dim text-xs">
                      {toSpec && (
                        <>
                          {last.personName}
                          <br />
                          <span className="num">{format(parseISO(last.at), 'd MMM HH:mm')}</span>
                        </>
                      )}
                      {older && <b className="text-warning">made to an older spec (revision {last.revision})</b>}
                    </span>
                  </li>
                );
              })}
            </ul>
          </section>
        ))}
        <p className="border-l-4 border-primary pl-2 text-sm">
          Slide the heat-shrink on before crimping. The die must match the barrel. Gloves and eye protection when
          cutting and shrinking. “~” is a guess: accept the route or measure the run before cutting.
        </p>
      </div>
    </div>
  );
}
