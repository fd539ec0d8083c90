import { faultStory } from '@ombrik/core/circuit/faultStory';
import type { ScenarioId, ScenarioResult } from '@ombrik/core/circuit/scenarios';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { amps } from '../../ui/format.ts';
import { Later } from '../../ui/Later.tsx';
import { PartsClipboard } from '../../ui/PartsClipboard.tsx';
import { CheckField, PickField } from '../../ui/PickField.tsx';
import { useAfterPaint } from '../../ui/useAfterPaint.ts';
import { useLatest } from '../../ui/useLatest.ts';
import { FaultPanel } from './FaultPanel.tsx';
import { FlowPanel } from './FlowPanel.tsx';
import { LineEditing } from './LineEditing.tsx';
import { OneLineDrawing } from './OneLineDrawing.tsx';
import { useCircuitStudy } from './useCircuitStudy.ts';
import { useFaultPlay } from './useFaultPlay.ts';

/** A current of less than this share of the fault's is not drawn as part of it. */
const SHOWN_SHARE = 0.02;
const NONE: ReadonlySet<string> = new Set();

/** The one-line drawing with its scenarios, and the fault probe. */
export function DiagramSheet() {
  const job = useJob();
  const { board, dossier, parts } = job;
  const [scenarioId, setScenarioId] = useState<ScenarioId | 'none'>('everything');
  const [withMinus, setWithMinus] = useState(false);
  const [probing, setProbing] = useState(false);
  // The button answers at once; the drawing follows.
  const probed = useAfterPaint(probing);
  const probes = useLatest(probing);
  const [faultAt, setFaultAt] = useState<string | null>(null);
  const study = useCircuitStudy('scenarios', null, (s) => s.scenarios(board, job.workshop));
  const scenarios = study.data ?? [];
  const scenario = scenarios.find((s) => s.id === scenarioId) ?? null;
  const connectionId = probed && board.connections.some((c) => c.id === faultAt) ? faultAt : null;
  const story = useMemo(
    () => (connectionId ? faultStory(board, parts, dossier, connectionId) : null),
    [board, parts, dossier, connectionId],
  );
  const flow = useCircuitStudy('fault', connectionId, async (s) =>
    connectionId ? s.fault(board, job.workshop, connectionId) : null,
  );
  const faultFlow = flow.data?.connectionId === connectionId ? flow.data : null;
  const litIds = useMemo(
    () =>
      new Set(
        faultFlow?.wireA
          .filter((w) => Math.abs(w.currentA) > faultFlow.totalA * SHOWN_SHARE)
          .map((w) => w.connectionId),
      ),
    [faultFlow],
  );
  const play = useFaultPlay(story);
  const { restart } = play;
  const onFault = useCallback(
    (id: string) => {
      setFaultAt(id);
      restart();
    },
    [restart],
  );
  // Once the first device has opened, nothing flows there any more.
  const lit = connectionId && play.opened.size === 0 ? litIds : NONE;
  const fault = useMemo(() => ({ connectionId, litIds: lit, opened: play.opened }), [connectionId, lit, play.opened]);
  // The line is marked at once; what can be done to it follows.
  const edited = useDeferredValue(job.selection?.kind === 'cable' ? job.selection.id : null);
  const chosen = new Set(job.selection?.kind === 'item' ? [job.selection.id] : []);
  if (board.connections.length === 0)
    return <p className="dim p-5">Nothing is connected yet. Put parts on the board and join their terminals there.</p>;
  return (
    <div className="relative flex h-full min-h-[560px] flex-col">
      <PartsClipboard
        chosen={chosen}
        panelId={board.panels[0]!.id}
        choose={(ids) => job.select(ids[0] ? { kind: 'item', id: ids[0] } : null)}
      />
      <DiagramBar
        scenarios={scenarios}
        scenario={scenario}
        onScenario={setScenarioId}
        withMinus={withMinus}
        onMinus={setWithMinus}
        probing={probing}
        onProbe={() => {
          setProbing(!probing);
          setFaultAt(job.selection?.kind === 'cable' ? firstCore(board, job.selection.id) : null);
        }}
      />
      {!probed && edited && <LineEditing cableId={edited} />}
      {scenario?.collapsed.map((c) => (
        <p key={c.itemId} role="alert" className="stripe-stop px-4 py-1">
          {board.items.find((i) => i.id === c.itemId)?.designation} cannot be fed: its line gives way at{' '}
          {amps(Math.abs(c.currentA))}. What is drawn is the last point that holds.
        </p>
      ))}
      <div className="min-h-0 flex-1 p-2">
        <OneLineDrawing
          scenario={connectionId ? null : scenario}
          withMinus={withMinus}
          fault={fault}
          probing={probed}
          probes={probes}
          onFault={onFault}
        />
      </div>
      <div className="h-[250px] shrink-0 overflow-auto border-t border-base-300 bg-base-100 p-3">
        {probed ? (
          <FaultPanel story={story} connectionId={connectionId} flow={faultFlow} play={play} />
        ) : (
          scenario && (
            <Later>
              <FlowPanel scenario={scenario} />
            </Later>
          )
        )}
      </div>
    </div>
  );
}

const firstCore = (board: ReturnType<typeof useJob>['board'], cableId: string) =>
  board.cables.find((c) => c.id === cableId)?.cores[0]?.connectionId ?? null;

/** Which scenario is shown, with or without the returns, and the way to the probe. */
function DiagramBar({
  scenarios,
  scenario,
  onScenario,
  withMinus,
  onMinus,
  probing,
  onProbe,
}: {
  scenarios: readonly ScenarioResult[];
  scenario: ScenarioResult | null;
  onScenario: (id: ScenarioId | 'none') => void;
  withMinus: boolean;
  onMinus: (withMinus: boolean) => void;
  probing: boolean;
  onProbe: () => void;
}) {
  const job = useJob();
  const moved = job.board.items.filter((i) => i.drawnAt !== null);
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-base-300 px-4 py-2">
      <div className="flex items-center gap-2">
        <span className="label-face">Scenario</span>
        <PickField<ScenarioId | 'none'>
          label="Scenario"
          hideLabel
          className="w-52"
          value={scenario?.id ?? 'none'}
          disabled={probing}
          options={[['none', 'at rest, names only'], ...scenarios.map((s) => [s.id, s.title] as const)]}
          onPick={onScenario}
        />
      </div>
      <span className="dim min-w-0 flex-1 truncate text-sm">
        {probing ? 'Choose a line: its far end is shorted to minus' : (scenario?.says ?? '')}
      </span>
      <CheckField label="returns" value={withMinus} onCheck={onMinus} />
      {moved.length > 0 && (
        <button
          type="button"
          className="btn btn-sm"
          title="Forget where parts were moved to by hand on this drawing"
          onClick={() =>
            job.edit(
              'Drawing: lay out anew',
              moved.map((i) => ({ kind: 'set', collection: 'items', id: i.id, field: 'drawnAt', value: null })),
            )
          }
        >
          Lay out anew
        </button>
      )}
      <button
        type="button"
        className={`btn btn-sm ${probing ? 'btn-primary' : ''}`}
        aria-pressed={probing}
        onClick={onProbe}
      >
        Short a line
      </button>
    </div>
  );
}
