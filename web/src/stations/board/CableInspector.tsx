import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Cable } from '@ombrik/core/document/cable/cable';
import type { Command } from '@ombrik/core/document/commands';
import { duplicateCable, removeConnections } from '@ombrik/core/document/connection/connect';
import { cableTypeOf } from '@ombrik/core/stages/sizing/conductors';
import { takesArea } from '@ombrik/core/stages/terminations/terminates';
import { sizeText } from '@ombrik/core/tables/awg';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { amps, mm2 } from '../../ui/format.ts';
import { LockChoice } from '../../ui/LockChoice.tsx';
import { PickField } from '../../ui/PickField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { CableSegments } from './CableSegments.tsx';
import { CoreFields } from './CoreFields.tsx';
import { JoinWays } from './JoinWays.tsx';
import { Row } from './Row.tsx';
import { Sheath } from './Sheath.tsx';

type SetCable = <F extends 'cores' | 'conductorMm2' | 'material' | 'segments'>(
  field: F,
  value: Cable[F],
  what: string,
) => void;

const MATERIALS: readonly (readonly [Cable['material'], string])[] = [
  ['flatCopper', 'formed flat copper'],
  ['copper', 'copper'],
  ['cca', 'copper-clad aluminium'],
  ['unknown', 'not known'],
];

/** What is chosen on the board, when it is a cable: its figures, its choices, its stretches. */
export function CableInspector({ cable }: { cable: Cable }) {
  const job = useJob();
  const made = job.dossier.cables.find((c) => c.cableId === cable.id);
  if (!made) return null;
  const set: SetCable = (field, value, what) =>
    job.edit(`${cable.designation}: ${what}`, [
      { kind: 'set', collection: 'cables', id: cable.id, field, value } as Command,
    ]);
  const lugs = genericCatalogue.lugs
    .filter((l) => takesArea(l, made.areaMm2))
    .map((l) => ({ value: l.id, text: l.name }));
  return (
    <section aria-label={`Cable ${cable.designation}`}>
      <CableHead cable={cable} />
      {made.cores.map((m) => {
        const core = cable.cores.find((c) => c.id === m.coreId);
        // The dossier follows an edit a moment later: a core that has gone is still in it.
        if (!core) return null;
        return (
          <CoreFields
            key={m.coreId}
            made={made}
            madeCore={m}
            core={core}
            lugs={lugs}
            onChange={(by, what) =>
              set(
                'cores',
                cable.cores.map((c) => (c.id === core.id ? { ...c, ...by } : c)),
                what,
              )
            }
          />
        );
      })}
      <ConductorFields cable={cable} set={set} />
      <JoinWays cable={cable} />
      <Sheath cable={cable} />
      <CableSegments cable={cable} onSegments={(segments, what) => set('segments', segments, what)} />
    </section>
  );
}

/** Its name, a second one beside it, or away with it. */
function CableHead({ cable }: { cable: Cable }) {
  const job = useJob();
  const remove = () => {
    job.select(null);
    job.edit(
      `Remove ${cable.designation}`,
      removeConnections(job.board, new Set(cable.cores.map((c) => c.connectionId))),
    );
  };
  return (
    <>
      <div className="flex items-baseline justify-between gap-2">
        <h3 className="mr-auto text-xl">{cable.designation}</h3>
        <button
          type="button"
          className="btn btn-xs"
          title="A second cable beside it, between the same terminals"
          onClick={() => job.edit(`Double ${cable.designation}`, duplicateCable(job.board, cable))}
        >
          Duplicate
        </button>
        <button type="button" className="btn btn-xs" onClick={remove}>
          Remove
        </button>
      </div>
      <TextField
        label="Wire name"
        hideLabel
        value={cable.designation}
        max={24}
        required
        onCommit={(v) =>
          job.edit(`Rename ${cable.designation} to ${v}`, [
            { kind: 'set', collection: 'cables', id: cable.id, field: 'designation', value: v },
          ])
        }
      />
    </>
  );
}

/** How thick, of which metal, and what it carries here. */
function ConductorFields({ cable, set }: { cable: Cable; set: SetCable }) {
  const { dossier, profile } = useJob();
  const sized = dossier.sizing.cables.find((c) => c.cableId === cable.id);
  if (!sized) return null;
  const areas = [...new Set(genericCatalogue.cableTypes.map((c) => c.areaMm2))]
    .sort((a, b) => a - b)
    .flatMap((area) => {
      const type = cableTypeOf(cable, area, profile, genericCatalogue);
      return type ? [{ value: area, text: type.bar ? type.name : sizeText(area) }] : [];
    });
  return (
    <>
      <dl className="perforated mt-2 pt-1">
        <Row label="conductor">
          <span>
            <Askable address={`cable/${cable.id}/conductorMm2`}>{mm2(sized.conductor.value)}</Askable>
          </span>
        </Row>
        <Row label="carries here">
          <Askable address={`cable/${cable.id}/ampacityA/${sized.conductor.value}`}>{amps(sized.ampacityA)}</Askable>
        </Row>
      </dl>
      <LockChoice
        label={`conductor of ${cable.designation}`}
        choice={cable.conductorMm2}
        current={sized.conductor.value}
        options={areas}
        onChange={(conductorMm2) =>
          set('conductorMm2', conductorMm2, `conductor ${conductorMm2.mode === 'auto' ? 'unlocked' : 'locked'}`)
        }
      />
      <div className="mt-1 flex items-center justify-between gap-2">
        <span className="dim">metal</span>
        <PickField
          label={`Metal of ${cable.designation}`}
          hideLabel
          size="xs"
          className="w-44"
          value={cable.material}
          options={MATERIALS}
          onPick={(material) => set('material', material, 'metal')}
        />
      </div>
    </>
  );
}
