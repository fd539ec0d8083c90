import type { Cable, Environment, Segment } from '@ombrik/core/document/cable/cable';
import { ENVIRONMENT_FIELDS, RUN_FIELDS } from '@ombrik/core/document/cable/cableFields';
import { useJob } from '../../session/useJob.ts';
import { mm } from '../../ui/format.ts';
import { CheckField, PickField } from '../../ui/PickField.tsx';
import { NumberField } from '../../ui/TextField.tsx';
import { WhichFace } from './WhichFace.tsx';

type Change = (by: (s: Segment) => Segment, what: string) => void;

const SURROUNDINGS: readonly (readonly [Environment['surroundings'], string])[] = [
  ['inside', 'inside, dry and still'],
  ['damp', 'damp'],
  ['outdoors', 'outdoors'],
  ['moving', 'between parts that move'],
];

/** The stretches a cable is made of, each with what surrounds it. */
export function CableSegments({
  cable,
  onSegments,
}: {
  cable: Cable;
  onSegments: (segments: Segment[], what: string) => void;
}) {
  const { dossier } = useJob();
  const paths = dossier.lengths.find((l) => l.cableId === cable.id)?.paths ?? [];
  const routes = cable.segments.filter((s) => s.kind === 'panelRoute');
  return (
    <section className="perforated mt-2 pt-1">
      <div className="flex items-center justify-between">
        <h4 className="text-base">Where it runs</h4>
        <WhichFace cable={cable} />
      </div>
      {cable.segments.map((s) => {
        const change: Change = (by, what) =>
          onSegments(
            cable.segments.map((x) => (x.id === s.id ? by(x) : x)),
            what,
          );
        const points = paths[routes.findIndex((r) => r.id === s.id)]?.points ?? [];
        return (
          <div key={s.id} className="mb-2">
            {s.kind === 'panelRoute' && <OnPanel segment={s} between={points.slice(1, -1)} change={change} />}
            {s.kind === 'measuredRun' && <OffBoard segment={s} change={change} />}
            {s.kind === 'passThrough' && <span>through the board</span>}
            <Surroundings segment={s} change={change} />
          </div>
        );
      })}
    </section>
  );
}

type PanelRoute = Extract<Segment, { kind: 'panelRoute' }>;

/** A stretch on a panel: taken as it lies, or left to be worked out again. */
function OnPanel({
  segment: s,
  between,
  change,
}: {
  segment: PanelRoute;
  between: PanelRoute['waypoints'];
  change: Change;
}) {
  const { board } = useJob();
  const lay = (waypoints: PanelRoute['waypoints'], laidBy: PanelRoute['laidBy'], what: string) =>
    change((x) => ({ ...x, waypoints, laidBy }) as Segment, what);
  return (
    <div className="flex items-center justify-between gap-1">
      <span>
        {s.face === 'back' ? 'behind' : 'on'} {board.panels.find((p) => p.id === s.panelId)?.name}
      </span>
      {s.waypoints.length === 0 ? (
        <button
          type="button"
          className="btn btn-xs"
          disabled={between.length === 0}
          onClick={() => lay(between, 'hand', 'route accepted')}
        >
          Accept this route
        </button>
      ) : (
        <button type="button" className="btn btn-xs" onClick={() => lay([], 'router', 'route reset')}>
          Guess again
        </button>
      )}
    </div>
  );
}

/** A stretch off the board: how long, and whether somebody measured it. */
function OffBoard({ segment: s, change }: { segment: Extract<Segment, { kind: 'measuredRun' }>; change: Change }) {
  return (
    <>
      <NumberField
        {...RUN_FIELDS.lengthMm}
        label={s.measured ? 'Run off the board, measured' : 'Run off the board, not measured yet'}
        value={s.lengthMm}
        unit="mm"
        onCommit={(lengthMm) => change((x) => ({ ...x, lengthMm, measured: true }) as Segment, 'run measured')}
      />
      {!s.measured && (
        <button
          type="button"
          className="btn btn-xs mt-1"
          onClick={() => change((x) => ({ ...x, measured: true }) as Segment, 'run measured')}
        >
          {mm(s.lengthMm)} is right
        </button>
      )}
    </>
  );
}

/** What lies round a stretch: its bundle, its air, what it has to stand. */
function Surroundings({ segment: { environment }, change }: { segment: Segment; change: Change }) {
  const { board } = useJob();
  const put = (by: Partial<Environment>, what: string) =>
    change((x) => ({ ...x, environment: { ...x.environment, ...by } }), what);
  return (
    <div className="mt-1 grid grid-cols-[1fr_1fr_auto] items-end gap-1">
      <NumberField
        {...ENVIRONMENT_FIELDS.bundledCount}
        hideLabel
        value={environment.bundledCount}
        unit="in bundle"
        onCommit={(v) => put({ bundledCount: Math.round(v) }, 'bundle')}
      />
      <NumberField
        {...ENVIRONMENT_FIELDS.ambientC}
        hideLabel
        value={environment.ambientC ?? board.brief.ambientC}
        onCommit={(ambientC) => put({ ambientC }, 'ambient')}
      />
      <CheckField
        small
        className="pb-1 text-xs"
        label="sleeve"
        value={environment.sheathed}
        onCheck={(sheathed) => put({ sheathed }, sheathed ? 'sleeved' : 'bare')}
      />
      <PickField
        label="Surroundings"
        hideLabel
        size="xs"
        className="col-span-2 w-full"
        value={environment.surroundings}
        options={SURROUNDINGS}
        onPick={(surroundings) => put({ surroundings }, 'surroundings')}
      />
      {environment.surroundings === 'moving' && (
        <NumberField
          {...ENVIRONMENT_FIELDS.travelMm}
          hideLabel
          value={environment.travelMm}
          onCommit={(travelMm) => put({ travelMm }, 'travel')}
        />
      )}
    </div>
  );
}
