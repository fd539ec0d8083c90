import type { MadeCable, MadeCore, MadeEnd } from '@ombrik/core/stages/terminations/terminations';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { mm } from '../../ui/format.ts';
import { EndPicture } from './EndPicture.tsx';

/** Where in the store something lies, said where the hand has to go. */
function Lies({ at }: { at: string | null | undefined }) {
  if (at === undefined) return null;
  return at ? (
    <span className="dim text-xs">{at}</span>
  ) : (
    <span className="text-xs text-warning">none in the store</span>
  );
}

/** One end of a core: what goes on it, how it is crimped, what lies on its stud. */
export function EndBox({
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
