import type { Choice, Id } from '@ombrik/core/document/basics';
import { COLOUR_CODES, type ColourCode, type Core } from '@ombrik/core/document/cable/cable';
import type { MadeCable, MadeCore } from '@ombrik/core/stages/terminations/terminations';
import { COLOUR_NAME } from '@ombrik/core/tables/conductorColours';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { ConductorTag } from '../../ui/ConductorTag.tsx';
import { amps, mm, percent, volts } from '../../ui/format.ts';
import { LockChoice } from '../../ui/LockChoice.tsx';
import { PickField } from '../../ui/PickField.tsx';
import { Row } from './Row.tsx';

interface CoreProps {
  made: MadeCable;
  madeCore: MadeCore;
  core: Core;
  lugs: readonly { value: Id; text: string }[];
  onChange: (by: Partial<Core>, what: string) => void;
}

const COLOURS = COLOUR_CODES.map((c) => ({ value: c, text: `${c} ${COLOUR_NAME[c]}` }));

/** One core of a cable: its figures, its colour, its ends. */
export function CoreFields({ made, madeCore: m, core, lugs, onChange }: CoreProps) {
  const { designation } = made;
  return (
    <div>
      <p className="dim">
        {m.from.at} to {m.to.at}
      </p>
      <CoreFigures made={made} core={m} />
      <LockChoice
        label={`colour of ${designation}`}
        choice={core.colour}
        current={m.colour}
        options={COLOURS}
        onChange={(colour: Choice<ColourCode>) => onChange({ colour }, 'colour')}
      />
      <Row label="re-marked">
        <PickField<ColourCode | ''>
          label={`${designation} re-marked at its ends`}
          hideLabel
          size="xs"
          value={core.remark ?? ''}
          options={[['', 'no'], ...COLOURS.map((c) => [c.value, c.text] as const)]}
          onPick={(remark) => onChange({ remark: remark || null }, 're-marking')}
        />
      </Row>
      {(
        [
          ['first end', 'fromLug', m.from],
          ['second end', 'toLug', m.to],
        ] as const
      ).map(([title, field, end]) => (
        <div key={field}>
          <Row label={title}>
            <span>{end.lugName}</span>
          </Row>
          {/* A formed link has holes, not lugs. */}
          {lugs[0] && (
            <LockChoice
              label={`${title} of ${designation}`}
              choice={core[field]}
              current={end.lug.value ?? lugs[0].value}
              options={lugs}
              onChange={(lug) => onChange({ [field]: lug }, title)}
            />
          )}
        </div>
      ))}
    </div>
  );
}

/** What a core carries, loses and is guarded by. */
function CoreFigures({ made, core: m }: { made: MadeCable; core: MadeCore }) {
  const { sizing } = useJob().dossier;
  const wire = sizing.wires.find((w) => w.connectionId === m.connectionId);
  const drops = sizing.drops.filter((d) => wire?.flowKeys.includes(d.key));
  return (
    <dl className="mt-1">
      <Row label={made.provisional ? 'length, provisional' : 'length'}>
        <Askable address={`cable/${made.cableId}/lengthMm`}>{mm(made.lengthMm)}</Askable>
      </Row>
      {wire && (
        <>
          <Row label="continuous">
            <Askable address={`connection/${m.connectionId}/designCurrentA`}>{amps(wire.designCurrentA)}</Askable>
          </Row>
          <Row label="drop, this wire">
            <Askable address={`connection/${m.connectionId}/dropV`}>{volts(wire.dropV)}</Askable>
          </Row>
          {wire.faultA !== null && (
            <Row label="fault here">
              <Askable address={`connection/${m.connectionId}/faultA`}>{amps(wire.faultA)}</Askable>
            </Row>
          )}
          <Row label="guarded at">
            <span className="num">{wire.guardRatingA === null ? 'no fuse' : amps(wire.guardRatingA)}</span>
          </Row>
        </>
      )}
      {drops.length > 0 && drops.length <= 2 && (
        <Row label="path drop">
          <Askable address={`flow/${drops[0]!.key}/dropShare`}>{percent(drops[0]!.share)}</Askable>
        </Row>
      )}
      <Row label="colour">
        <ConductorTag colour={m.colour} />
      </Row>
    </dl>
  );
}
