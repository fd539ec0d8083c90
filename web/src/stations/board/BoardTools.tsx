import { pasteItems } from '@ombrik/core/document/item/copyItems';
import { newId } from '@ombrik/core/document/newId';
import type { Face } from '@ombrik/core/document/panel/panel';
import { rectanglePanel } from '@ombrik/core/document/panel/rectanglePanel';
import { useJob } from '../../session/useJob.ts';
import { useCarried } from '../../ui/carried.ts';
import { PickField } from '../../ui/PickField.tsx';
import type { BoardView, Tool } from './boardView.ts';

const TOOLS: readonly [Tool, string][] = [
  ['choose', 'Hand'],
  ['measure', 'Tape'],
  ['outline', 'Outline'],
  ['keepOut', 'Keep-out'],
  ['swing', 'Door'],
  ['hole', 'Hole'],
  ['channel', 'Channel'],
];

/** What is in the hand, which face is seen, which panel it is. */
export function BoardTools({
  view,
  onFace,
  onPanel,
}: {
  view: BoardView;
  onFace: (face: Face) => void;
  onPanel: (id: string) => void;
}) {
  const job = useJob();
  const copied = useCarried();
  const { panels } = job.shown;
  const addPanel = () => {
    const panel = { ...rectanglePanel(`Satellite ${panels.length}`, 300, 200), id: newId('pn') };
    if (job.edit(`Add panel ${panel.name}`, [{ kind: 'add', collection: 'panels', value: panel, index: null }]))
      onPanel(panel.id);
  };
  return (
    <>
      <div className="join" role="radiogroup" aria-label="Face seen">
        {(['front', 'back'] as const).map((face) => (
          <button
            key={face}
            type="button"
            role="radio"
            aria-checked={view.face === face}
            className={`btn btn-xs join-item ${view.face === face ? 'btn-primary' : ''}`}
            onClick={() => onFace(face)}
          >
            {face === 'front' ? 'Front' : 'Back'}
          </button>
        ))}
      </div>
      <button
        type="button"
        className={`btn btn-xs ${view.covered ? 'btn-primary' : ''}`}
        aria-pressed={view.covered}
        onClick={() => view.setCovered(!view.covered)}
      >
        Covers
      </button>
      <PickField
        label="In the hand"
        hideLabel
        size="xs"
        className="w-auto"
        value={view.tool}
        options={TOOLS.map(([tool, text]) => [tool, text] as const)}
        onPick={(picked) => view.setTool(picked)}
      />
      <PickField
        label="Panel"
        hideLabel
        size="xs"
        className="w-auto max-w-[150px]"
        value={view.panel.id}
        options={[...panels.map((p) => [p.id, p.name] as const), ['new', 'another panel …']]}
        onPick={(picked) => (picked === 'new' ? addPanel() : onPanel(picked))}
      />
      {copied && (
        <button
          type="button"
          className="btn btn-xs"
          onClick={() => {
            const put = pasteItems(job.board, copied, job.parts, view.panel.id);
            if (put.commands.length > 0 && job.edit(`Put down ${put.itemIds.length} parts`, put.commands))
              view.chooseAll(put.itemIds);
          }}
        >
          Put down copy ({copied.items.length})
        </button>
      )}
    </>
  );
}
