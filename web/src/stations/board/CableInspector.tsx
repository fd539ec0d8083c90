import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Choice } from '@ombrik/core/document/basics';
import type { Cable, ColourCode, Core, Environment, Segment } from '@ombrik/core/document/cable/cable';
import { COLOUR_CODES } from '@ombrik/core/document/cable/cable';
import { ENVIRONMENT_FIELDS, RUN_FIELDS } from '@ombrik/core/document/cable/cableFields';
import { duplicateCable, removeConnections } from '@ombrik/core/document/connection/connect';
import { cableTypeOf } from '@ombrik/core/stages/sizing/conductors';
import { takesArea } from '@ombrik/core/stages/terminations/terminates';
import { sizeText } from '@ombrik/core/tables/awg';
import { COLOUR_NAME } from '@ombrik/core/tables/conductorColours';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { ConductorTag } from '../../ui/ConductorTag.tsx';
import { amps, mm, mm2, percent, volts } from '../../ui/format.ts';
import { LockChoice } from '../../ui/LockChoice.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { JoinWays } from './JoinWays.tsx';
import { Row } from './Row.tsx';
import { Sheath } from './Sheath.tsx';
import { WhichFace } from './WhichFace.tsx';

/** The stretches a cable is made of, each with what surrounds it. */
function Segments({ cable, onSegments }: { cable: Cable; onSegments: (segments: Segment[], what: string) => void }) {
  const { board, dossier } = useJob();
  const paths = dossier.lengths.find((l) => l.cableId === cable.id)?.paths ?? [];
  const change = (id: string, by: (s: Segment) => Segment, what: string) =>
    onSegments(
      cable.segments.map((s) => (s.id === id ? by(s) : s)),
      what,
    );
  const surroundings = (s: Segment, by: Partial<Environment>, what: string) =>
    change(s.id, (x) => ({ ...x, environment: { ...x.environment, ...by } }), what);
  const routes = cable.segments.filter((s) => s.kind === 'panelRoute');
  return (
    <section className="perforated mt-2 pt-1">
      <div className="flex items-center justify-between">
        <h4 className="text-base">Where it runs</h4>
        <WhichFace cable={cable} />
      </div>
      {cable.segments.map((s) => {
        const path = paths[routes.findIndex((r) => r.id === s.id)];
        return (
          <div key={s.id} className="mb-2">
            {s.kind === 'panelRoute' && (
              <div className="flex items-center justify-between gap-1">
                <span>
                  {s.face === 'back' ? 'behind' : 'on'} {board.panels.find((p) => p.id === s.panelId)?.name}
                </span>
                {s.waypoints.length === 0 ? (
                  <button
                    type="button"
                    className="btn btn-xs"
                    disabled={!path || path.points.length < 3}
                    onClick={() =>
                      path &&
                      change(
                        s.id,
                        (x) => ({ ...x, waypoints: path.points.slice(1, -1), laidBy: 'hand' }) as Segment,
                        'route accepted',
                      )
                    }
                  >
                    Accept this route
                  </button>
                ) : (
                  <button
                    type="button"
                    className="btn btn-xs"
                    onClick={() =>
                      change(s.id, (x) => ({ ...x, waypoints: [], laidBy: 'router' }) as Segment, 'route reset')
                    }
                  >
                    Guess again
                  </button>
                )}
              </div>
            )}
            {s.kind === 'measuredRun' && (
              <NumberField
                {...RUN_FIELDS.lengthMm}
                label={s.measured ? 'Run off the board, measured' : 'Run off the board, not measured yet'}
                value={s.lengthMm}
                unit="mm"
                onCommit={(lengthMm) =>
                  change(s.id, (x) => ({ ...x, lengthMm, measured: true }) as Segment, 'run measured')
                }
              />
            )}
            {s.kind === 'measuredRun' && !s.measured && (
              <button
                type="button"
                className="btn btn-xs mt-1"
                onClick={() => change(s.id, (x) => ({ ...x, measured: true }) as Segment, 'run measured')}
              >
                {mm(s.lengthMm)} is right
              </button>
            )}
            {s.kind === 'passThrough' && <span>through the board</span>}
            <div className="mt-1 grid grid-cols-[1fr_1fr_auto] items-end gap-1">
              <NumberField
                {...ENVIRONMENT_FIELDS.bundledCount}
                hideLabel
                value={s.environment.bundledCount}
                unit="in bundle"
                onCommit={(v) => surroundings(s, { bundledCount: Math.round(v) }, 'bundle')}
              />
              <NumberField
                {...ENVIRONMENT_FIELDS.ambientC}
                hideLabel
                value={s.environment.ambientC ?? board.brief.ambientC}
                onCommit={(ambientC) => surroundings(s, { ambientC }, 'ambient')}
              />
              <label className="flex items-center gap-1 pb-1 text-xs">
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs"
                  checked={s.environment.sheathed}
                  onChange={(e) =>
                    surroundings(s, { sheathed: e.target.checked }, e.target.checked ? 'sleeved' : 'bare')
                  }
                />
                sleeve
              </label>
              <select
                className="select select-xs col-span-2 w-full"
                aria-label="Surroundings"
                value={s.environment.surroundings}
                onChange={(e) =>
                  surroundings(
                    s,
                    { surroundings: e.target.value as Segment['environment']['surroundings'] },
                    'surroundings',
                  )
                }
              >
                <option value="inside">inside, dry and still</option>
                <option value="damp">damp</option>
                <option value="outdoors">outdoors</option>
                <option value="moving">between parts that move</option>
              </select>
              {s.environment.surroundings === 'moving' && (
                <NumberField
                  {...ENVIRONMENT_FIELDS.travelMm}
                  hideLabel
                  value={s.environment.travelMm}
                  onCommit={(travelMm) => surroundings(s, { travelMm }, 'travel')}
                />
              )}
            </div>
          </div>
        );
      })}
    </section>
  );
}

const MATERIAL: Readonly<Record<Cable['material'], string>> = {
  flatCopper: 'formed flat copper',
  copper: 'copper',
  cca: 'copper-clad aluminium',
  unknown: 'not known',
};

/** What is chosen on the board, when it is a cable: its figures, its choices, its stretches. */
export function CableInspector({ cable }: { cable: Cable }) {
  const job = useJob();
  const { dossier } = job;
  const made = dossier.cables.find((c) => c.cableId === cable.id);
  const sized = dossier.sizing.cables.find((c) => c.cableId === cable.id);
  if (!made || !sized) return null;
  const setCores = (cores: Core[], what: string) =>
    job.edit(`${cable.designation}: ${what}`, [
      { kind: 'set', collection: 'cables', id: cable.id, field: 'cores', value: cores },
    ]);
  const areas = [...new Set(genericCatalogue.cableTypes.map((c) => c.areaMm2))]
    .sort((a, b) => a - b)
    .flatMap((area) => {
      const type = cableTypeOf(cable, area, job.profile, genericCatalogue);
      return type ? [{ value: area, text: type.bar ? type.name : sizeText(area) }] : [];
    });
  const lugs = genericCatalogue.lugs
    .filter((l) => takesArea(l, made.areaMm2))
    .map((l) => ({ value: l.id, text: l.name }));
  return (
    <section aria-label={`Cable ${cable.designation}`}>
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
        <button
          type="button"
          className="btn btn-xs"
          onClick={() => {
            job.select(null);
            job.edit(
              `Remove ${cable.designation}`,
              removeConnections(job.board, new Set(cable.cores.map((c) => c.connectionId))),
            );
          }}
        >
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
      {made.cores.map((m) => {
        const core = cable.cores.find((c) => c.id === m.coreId);
        // The dossier follows an edit a moment later: a core that has gone is still in it.
        if (!core) return null;
        const wire = dossier.sizing.wires.find((w) => w.connectionId === m.connectionId);
        const drops = dossier.sizing.drops.filter((d) => wire?.flowKeys.includes(d.key));
        const change = (by: Partial<Core>, what: string) =>
          setCores(
            cable.cores.map((c) => (c.id === core.id ? { ...c, ...by } : c)),
            what,
          );
        return (
          <div key={m.coreId}>
            <p className="dim">
              {m.from.at} to {m.to.at}
            </p>
            <dl className="mt-1">
              <Row label={made.provisional ? 'length, provisional' : 'length'}>
                <Askable address={`cable/${cable.id}/lengthMm`}>{mm(made.lengthMm)}</Askable>
              </Row>
              {wire && (
                <>
                  <Row label="continuous">
                    <Askable address={`connection/${m.connectionId}/designCurrentA`}>
                      {amps(wire.designCurrentA)}
                    </Askable>
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
            <LockChoice
              label={`colour of ${cable.designation}`}
              choice={core.colour}
              current={m.colour}
              options={COLOUR_CODES.map((c) => ({ value: c, text: `${c} ${COLOUR_NAME[c]}` }))}
              onChange={(colour: Choice<ColourCode>) => change({ colour }, 'colour')}
            />
            <Row label="re-marked">
              <select
                className="select select-xs"
                aria-label={`${cable.designation} re-marked at its ends`}
                value={core.remark ?? ''}
                onChange={(e) => change({ remark: (e.target.value || null) as ColourCode | null }, 're-marking')}
              >
                <option value="">no</option>
                {COLOUR_CODES.map((c) => (
                  <option key={c} value={c}>
                    {c} {COLOUR_NAME[c]}
                  </option>
                ))}
              </select>
            </Row>
            <Row label="first end">
              <span>{m.from.lugName}</span>
            </Row>
            {/* A formed link has holes, not lugs. */}
            {lugs[0] && (
              <LockChoice
                label={`first end of ${cable.designation}`}
                choice={core.fromLug}
                current={m.from.lug.value ?? lugs[0].value}
                options={lugs}
                onChange={(fromLug) => change({ fromLug }, 'first end')}
              />
            )}
            <Row label="second end">
              <span>{m.to.lugName}</span>
            </Row>
            {/* A formed link has holes, not lugs. */}
            {lugs[0] && (
              <LockChoice
                label={`second end of ${cable.designation}`}
                choice={core.toLug}
                current={m.to.lug.value ?? lugs[0].value}
                options={lugs}
                onChange={(toLug) => change({ toLug }, 'second end')}
              />
            )}
          </div>
        );
      })}
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
          job.edit(`${cable.designation}: conductor ${conductorMm2.mode === 'auto' ? 'unlocked' : 'locked'}`, [
            { kind: 'set', collection: 'cables', id: cable.id, field: 'conductorMm2', value: conductorMm2 },
          ])
        }
      />
      <label className="mt-1 flex items-center justify-between gap-2">
        <span className="dim">metal</span>
        <select
          className="select select-xs w-44"
          aria-label={`Metal of ${cable.designation}`}
          value={cable.material}
          onChange={(e) =>
            job.edit(`${cable.designation}: metal`, [
              {
                kind: 'set',
                collection: 'cables',
                id: cable.id,
                field: 'material',
                value: e.target.value as Cable['material'],
              },
            ])
          }
        >
          {(Object.keys(MATERIAL) as Cable['material'][]).map((m) => (
            <option key={m} value={m}>
              {MATERIAL[m]}
            </option>
          ))}
        </select>
      </label>
      <JoinWays cable={cable} />
      <Sheath cable={cable} />
      <Segments
        cable={cable}
        onSegments={(segments, what) =>
          job.edit(`${cable.designation}: ${what}`, [
            { kind: 'set', collection: 'cables', id: cable.id, field: 'segments', value: segments },
          ])
        }
      />
    </section>
  );
}
