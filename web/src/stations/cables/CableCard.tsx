import { bendWords, marksAlong } from '@ombrik/core/stages/lengths/clips';
import type { MadeCable, MadeCore, MadeEnd } from '@ombrik/core/stages/terminations/terminations';
import { type CableProgress, type CableStep, STEP_WORDS } from '@ombrik/core/stock/cableSteps';
import { COLOUR_NAME } from '@ombrik/core/tables/conductorColours';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { problemsIn } from '../../app/api.ts';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { ConductorTag } from '../../ui/ConductorTag.tsx';
import { mm } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { Tape } from '../../ui/Tape.tsx';
import { CutToGuess } from './CutToGuess.tsx';
import { EndPicture } from './EndPicture.tsx';
import { RedoForm } from './RedoForm.tsx';
import type { useCableFloor } from './useCableFloor.ts';

/** Where in the store something lies, said where the hand has to go. */
function Lies({ at }: { at: string | null | undefined }) {
  if (at === undefined) return null;
  return at ? (
    <span className="dim text-xs">{at}</span>
  ) : (
    <span className="text-xs text-warning">none in the store</span>
  );
}

function EndBox({
  cable,
  core,
  end,
  which,
  side,
  placeOf,
}: {
  cable: MadeCable;
  core: MadeCore;
  end: MadeEnd;
  which: string;
  side: 'from' | 'to';
  placeOf: (articleId: string) => string | null | undefined;
}) {
  const { dossier } = useJob();
  const { crimp } = end;
  const stack = dossier.stacks.find((s) => s.itemId === end.ref.itemId && s.terminalId === end.ref.terminalId);
  const rows: [string, React.ReactNode][] = [
    [
      'end',
      <span key="e">
        <b>{end.lugName}</b> {end.lug.value && <Lies at={placeOf(end.lug.value)} />}
      </span>,
    ],
    [
      'strip',
      <Askable key="s" address={`core/${core.coreId}/${side}/stripMm`}>
        {mm(end.stripMm)}
      </Askable>,
    ],
  ];
  if (crimp)
    rows.push([
      'die',
      <span key="d" className={crimp.toolId ? '' : 'text-error'}>
        <b>{crimp.dieId}</b> · {crimp.toolName} · {crimp.bites} {crimp.bites === 1 ? 'bite' : 'bites'}
        {crimp.passes > 1 && `, ${crimp.passes} passes, a notch on each`}
      </span>,
    ]);
  if (end.shrinkId)
    rows.push([
      'shrink',
      <span key="h">
        {mm(end.shrinkMm)} of {end.shrinkName.replace('Dual-wall heat-shrink ', '')} <Lies at={placeOf(end.shrinkId)} />
      </span>,
    ]);
  else if (end.wantsShrink)
    rows.push([
      'shrink',
      <span key="x" className="text-error">
        no tube fits
      </span>,
    ]);
  if (stack && stack.layers.length > 1)
    rows.push([
      'stack',
      `${stack.layers.findIndex((l) => l.cableId === cable.cableId) + 1}. of ${stack.layers.length} from below: ${stack.layers.map((l) => l.designation).join(', ')}`,
    ]);
  if (end.torqueNm !== null) rows.push(['torque', `${end.torqueNm} N·m`]);
  rows.push(['label', core.label]);
  return (
    <div className="border border-base-300 bg-base-100 p-2">
      <div className="flex items-center justify-between gap-2">
        <h3 className="label-face text-lg leading-tight whitespace-nowrap">
          <span className="dim block text-sm">{which}</span>
          {end.at}
          {end.studMm !== null && <span className="num dim text-base"> M{end.studMm}</span>}
        </h3>
        <div className="w-[110px] xl:w-[170px]">
          <EndPicture core={core} end={end} areaMm2={cable.areaMm2} />
        </div>
      </div>
      <dl className="grid grid-cols-[48px_minmax(0,1fr)] gap-x-2 text-[13px] leading-snug">
        {rows.map(([title, value]) => (
          <div key={title} className="contents">
            <dt className="dim">{title}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

/** Everything a person needs to make one cable, and the boxes to say it is done. */
export function CableCard({
  cable,
  progress,
  equals,
  pullDue,
  reel,
  reels,
  placeOf,
  floor,
  next,
  previous,
}: {
  cable: MadeCable;
  progress: CableProgress;
  equals: readonly string[];
  pullDue: boolean;
  reel: string | null;
  /** Reels and remnants it could come from, while no plan says which; null until the store has been looked up. */
  reels: readonly { id: string; label: string }[] | null;
  /** Where an article lies in the store; null when there is none, undefined while nobody knows yet. */
  placeOf: (articleId: string) => string | null | undefined;
  floor: ReturnType<typeof useCableFloor>;
  next: (() => void) | null;
  previous: (() => void) | null;
}) {
  const job = useJob();
  const [pulls, setPulls] = useState<Record<string, string>>({});
  const [redoing, setRedoing] = useState(false);
  const [from, setFrom] = useState('');
  const busy = job.saveState !== 'saved' || floor.redo.isPending;
  const core = cable.cores[0];
  if (!core) return null;
  const due = cable.cores.flatMap((c) =>
    (['from', 'to'] as const).flatMap((side) => {
      const pull = c[side].crimp?.pull;
      return pull ? [{ id: `${c.coreId}/${side}`, at: c[side].at, pull }] : [];
    }),
  );
  const readings = due.map((d) => Number((pulls[d.id] ?? '').replace(',', '.')));
  const readAll = due.every(
    (d, i) => (pulls[d.id] ?? '').trim() !== '' && Number.isFinite(readings[i]) && readings[i]! >= 0,
  );
  const tooWeak = readAll ? due.filter((d, i) => readings[i]! < d.pull.forceN) : [];
  const press = (step: CableStep, done: boolean, word = '') =>
    floor.step.mutate({
      cableId: cable.cableId,
      step,
      done,
      pullsN: step === 'pulled' && done ? readings : [],
      fromStockId: from || null,
      word,
    });
  const isCut = progress.steps.some((s) => s.step === 'cut' && s.done && !s.older);
  const wanted = progress.steps.filter((s) => s.needed);
  const crimped = progress.steps.find((s) => s.step === 'crimped')?.done === true;
  const paths = job.dossier.lengths.find((l) => l.cableId === cable.cableId)?.paths ?? [];
  const bends = cable.flat ? '' : bendWords(marksAlong(paths, 0));
  return (
    <article aria-label={`Card of ${cable.designation}`} className="grid content-start gap-1.5 p-3 pt-2">
      <header className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-4xl leading-none">{cable.designation}</h2>
        <span className="num text-3xl">
          {job.board.brief.quantity > 1 && `${job.board.brief.quantity} × `}
          <Askable address={`cable/${cable.cableId}/cutMm`}>
            {cable.provisional ? '~' : ''}
            {mm(cable.cutMm)}
          </Askable>
        </span>
        <span>{cable.cableTypeName}</span>
        {cable.cores.map((c) => (
          <span key={c.coreId} className="inline-flex items-center gap-1">
            <ConductorTag colour={c.colour} /> {COLOUR_NAME[c.colour]}
            {c.remark && (
              <>
                , re-marked <ConductorTag colour={c.remark.colour} /> {COLOUR_NAME[c.remark.colour]} at both ends
              </>
            )}
          </span>
        ))}
        {reel || !reels?.length ? (
          <span className="dim">{reel ? `from ${reel}` : reels ? 'nothing long enough in the store' : ''}</span>
        ) : (
          <select
            className="select select-sm w-64"
            aria-label="From which reel"
            value={from}
            onChange={(e) => setFrom(e.target.value)}
          >
            <option value="">from the oldest that is long enough</option>
            {reels.map((r) => (
              <option key={r.id} value={r.id}>
                {r.label}
              </option>
            ))}
          </select>
        )}
        {cable.sleeve && (
          <span className="dim">
            sleeve {mm(cable.sleeve.lengthMm)}: {cable.sleeve.name}
          </span>
        )}
      </header>
      {cable.provisional && !isCut && (
        <CutToGuess cable={cable} busy={busy} onCut={(word) => press('cut', true, word)} />
      )}
      {equals.length > 0 && (
        <p className="border-l-4 border-primary pl-2">
          <b>Equal length</b> with {equals.join(', ')}: cut them to the same mark.
        </p>
      )}
      <Tape cable={cable} paths={paths} caption={false} />
      {bends && <p className="num dim text-xs">{bends}, along the board from the first stud</p>}
      <div className="grid gap-2 lg:grid-cols-2">
        {cable.cores.flatMap((c) => [
          <EndBox
            key={`${c.coreId}from`}
            cable={cable}
            core={c}
            end={c.from}
            which="First end"
            side="from"
            placeOf={placeOf}
          />,
          <EndBox
            key={`${c.coreId}to`}
            cable={cable}
            core={c}
            end={c.to}
            which="Second end"
            side="to"
            placeOf={placeOf}
          />,
        ])}
      </div>
      {pullDue && due.length > 0 && crimped && !progress.steps.find((s) => s.step === 'pulled')?.done && (
        <fieldset className="flex flex-wrap items-end gap-3 border border-dashed border-base-content/50 p-2">
          <legend className="label-face px-1">Pull test</legend>
          {due.map((d) => (
            <label key={d.id} className="grid">
              <span className="text-[13px]">
                {d.at}: at least <b className="num">{d.pull.forceN} N</b>
                {d.pull.holdS ? `, held ${d.pull.holdS} s` : ', a sample, to failure'}
              </span>
              <span className="input w-32">
                <input
                  className="num min-w-0 text-right"
                  inputMode="decimal"
                  aria-label={`Pull at ${d.at}`}
                  value={pulls[d.id] ?? ''}
                  onChange={(e) => setPulls({ ...pulls, [d.id]: e.target.value })}
                />
                <span className="dim text-xs">N</span>
              </span>
            </label>
          ))}
          <p className="dim max-w-[300px] text-xs">{due[0]!.pull.source}. Stand clear of the line of the pull.</p>
          {tooWeak.length > 0 && (
            <p className="w-full text-error">
              {tooWeak.map((d) => d.at).join(', ')}: let go too early. Make the cable again and look at the die.
            </p>
          )}
        </fieldset>
      )}
      <ul aria-label="Steps" className="grid grid-cols-3 gap-2 xl:grid-cols-6">
        {wanted.map((s) => {
          const guess = s.step === 'cut' && cable.provisional && (!s.done || s.older);
          const noPull = s.step === 'pulled' && !s.done && (!crimped || !readAll || tooWeak.length > 0);
          return (
            <li key={s.step}>
              <button
                type="button"
                aria-pressed={s.done}
                disabled={busy || noPull || guess}
                className={`flex min-h-[68px] w-full flex-col items-center justify-center border-2 px-1 ${s.done ? (s.older ? 'border-warning' : 'border-success bg-base-100') : 'border-base-content/50'} ${busy || noPull || guess ? 'opacity-60' : ''}`}
                style={{ borderRadius: 4 }}
                onClick={() => press(s.step, !s.done || s.older)}
              >
                <span className="label-face text-lg leading-tight">
                  {s.done ? (s.older ? '▲ ' : '● ') : '○ '}
                  {STEP_WORDS[s.step]}
                </span>
                {s.done && (
                  <span className="dim text-[11px] leading-tight">
                    {s.pullsN.length > 0 ? <b className="num">{s.pullsN.join(' / ')} N </b> : ''}
                    {s.personName}, <span className="num">{format(parseISO(s.at), 'd MMM HH:mm')}</span>
                  </span>
                )}
                {s.done && s.word && <span className="text-[11px] text-warning">to a guess: {s.word}</span>}
                {s.older && <span className="text-[11px] text-warning">to an older spec</span>}
              </button>
            </li>
          );
        })}
      </ul>
      {floor.step.error && <Problems problems={problemsIn(floor.step.error)} onDismiss={() => floor.step.reset()} />}
      {floor.step.data && floor.step.data.taken.length > 0 && floor.step.variables?.cableId === cable.cableId && (
        <p className="dim text-[13px]">
          From the store:{' '}
          {floor.step.data.taken.map((t) => `no. ${t.number} ${t.quantity}${t.unit === 'mm' ? ' mm' : ''}`).join(', ')}
        </p>
      )}
      {progress.redone.length > 0 && (
        <ul className="text-[13px]">
          {progress.redone.map((r) => (
            <li key={r.at}>
              <b>Made again</b>: {r.reason} ({r.scrap === 'bin' ? 'scrapped' : 'kept as a remnant'}), {r.personName},{' '}
              {format(parseISO(r.at), 'd MMM HH:mm')}
            </li>
          ))}
        </ul>
      )}
      {redoing ? (
        <RedoForm cable={cable} floor={floor} onDone={() => setRedoing(false)} />
      ) : (
        <div className="flex items-center gap-2">
          <button type="button" className="btn min-h-[52px]" onClick={() => setRedoing(true)}>
            Problem: make it again …
          </button>
          <span className="flex-1" />
          <button type="button" className="btn min-h-[52px] px-6" disabled={!previous} onClick={previous ?? undefined}>
            Back
          </button>
          <button
            type="button"
            className="btn btn-primary min-h-[56px] px-10 text-lg"
            disabled={!next}
            onClick={next ?? undefined}
          >
            Next cable
          </button>
        </div>
      )}
      <p className="border-l-4 border-primary pl-2 text-sm">
        Slide the heat-shrink on before crimping. The die must match the barrel. Gloves and eye protection when cutting
        and shrinking; keep fingers out of the press.
      </p>
    </article>
  );
}
