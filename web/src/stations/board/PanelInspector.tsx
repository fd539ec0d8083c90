import type { SetCommand } from '@ombrik/core/document/commands';
import type { Face, Panel } from '@ombrik/core/document/panel/panel';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { OutlineCorners } from './OutlineCorners.tsx';
import { OutlineImport } from './OutlineImport.tsx';
import { PanelFields, type SetPanel } from './PanelFields.tsx';
import { PanelLists } from './PanelLists.tsx';
import { Row } from './Row.tsx';

/** The panel itself: size, material, faces, room before and behind, holes, what keeps parts off. Shown when nothing is chosen. */
export function PanelInspector({ panel, face }: { panel: Panel; face: Face }) {
  const job = useJob();
  const set: SetPanel = (field, value, what) =>
    job.edit(`${panel.name}: ${what}`, [
      { kind: 'set', collection: 'panels', id: panel.id, field, value } as SetCommand,
    ]);
  const used = job.board.items.some((i) => i.place.kind === 'panel' && i.place.panelId === panel.id);
  return (
    <section aria-label={`Panel ${panel.name}`}>
      <h3 className="text-xl">{panel.name}</h3>
      <TextField
        label="Name of the panel"
        hideLabel
        value={panel.name}
        max={80}
        required
        onCommit={(v) => set('name', v, 'name')}
      />
      <PanelFields panel={panel} set={set} />
      <PanelWeight panel={panel} />
      <OutlineImport panel={panel} />
      <OutlineCorners panel={panel} onChange={(outline) => set('outline', outline, 'corners')} />
      <PanelLists panel={panel} set={set} />
      {job.board.panels.length > 1 && (
        <button
          type="button"
          className="btn btn-xs mt-2"
          disabled={used}
          title={used ? 'Parts stand on it: take them off first' : undefined}
          onClick={() =>
            job.edit(`Remove panel ${panel.name}`, [{ kind: 'remove', collection: 'panels', id: panel.id }])
          }
        >
          Remove this panel
        </button>
      )}
      {face === 'back' && <p className="dim mt-2 text-xs">Numbers stay those of the front, whichever face is seen.</p>}
    </section>
  );
}

/** What it weighs with all on it, and where. */
function PanelWeight({ panel }: { panel: Panel }) {
  const body = useJob().dossier.bodies.find((b) => b.panelId === panel.id);
  if (!body) return null;
  return (
    <dl className="mt-2">
      <Row label="mass, all on">
        <span className="num">{body.massKg.toFixed(1)} kg</span>
      </Row>
      <Row label="panel alone">
        <Askable address={`panel/${panel.id}/panelKg`}>{body.panelKg.toFixed(1)} kg</Askable>
      </Row>
      <Row label="weight acts at">
        <Askable address={`panel/${panel.id}/centrex`}>
          {Math.round(body.centre.xMm)}, {Math.round(body.centre.yMm)} mm
        </Askable>
      </Row>
      {body.pullN !== null && (
        <Row label="pull on top fixings">
          <Askable address={`panel/${panel.id}/pullN`}>{Math.round(body.pullN)} N each</Askable>
        </Row>
      )}
    </dl>
  );
}
