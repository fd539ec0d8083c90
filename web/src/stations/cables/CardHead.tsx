import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { COLOUR_NAME } from '@ombrik/core/tables/conductorColours';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { ConductorTag } from '../../ui/ConductorTag.tsx';
import { mm } from '../../ui/format.ts';
import { PickField } from '../../ui/PickField.tsx';

interface HeadProps {
  cable: MadeCable;
  reel: string | null;
  /** Reels and remnants it could come from, while no plan says which; null until the store has been looked up. */
  reels: readonly { id: string; label: string }[] | null;
  from: string;
  onFrom: (stockId: string) => void;
}

/** What is cut: how many, how long, of which cable and colour, and from which reel. */
export function CardHead({ cable, reel, reels, from, onFrom }: HeadProps) {
  const { quantity } = useJob().board.brief;
  return (
    <header className="flex flex-wrap items-baseline gap-x-4">
      <h2 className="text-4xl leading-none">{cable.designation}</h2>
      <span className="num text-3xl">
        {quantity > 1 && `${quantity} × `}
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
        <PickField
          label="From which reel"
          hideLabel
          className="w-64"
          value={from}
          options={[['', 'from the oldest that is long enough'], ...reels.map((r) => [r.id, r.label] as const)]}
          onPick={onFrom}
        />
      )}
      {cable.sleeve && (
        <span className="dim">
          sleeve {mm(cable.sleeve.lengthMm)}: {cable.sleeve.name}
        </span>
      )}
    </header>
  );
}
