import { oneLineOf } from '@ombrik/core/circuit/oneLine';
import { deviceOf } from '@ombrik/core/devices/registry';
import { removeConnections } from '@ombrik/core/document/connection/connect';
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import { insertBetween, moveEnd, otherPlaces, waysIn } from '@ombrik/core/document/connection/rewire';
import { memo, useMemo } from 'react';
import { useJob } from '../../session/useJob.ts';
import { PickField } from '../../ui/PickField.tsx';

/** What can be done to the chosen line: put a part into it, take an end elsewhere, take it away. */
export const LineEditing = memo(function LineEditing({ cableId }: { cableId: string }) {
  const job = useJob();
  const { board, parts, dossier } = job;
  const cable = board.cables.find((c) => c.id === cableId);
  const { edges } = useMemo(() => oneLineOf(board, parts, dossier, true), [board, parts, dossier]);
  const edge = edges.find((e) => e.cableId === cableId);
  if (!cable || !edge) return null;
  const at = (ref: TerminalRef) => {
    const item = board.items.find((i) => i.id === ref.itemId);
    const part = item && parts.get(item.partId);
    return `${item?.designation}:${part?.terminals.find((t) => t.id === ref.terminalId)?.name ?? ref.terminalId}`;
  };
  const sideAt = parts
    .get(board.items.find((i) => i.id === edge.from.itemId)?.partId ?? '')
    ?.terminals.find((t) => t.id === edge.from.terminalId)?.polarity;
  const wireSide = dossier.sizing.wires.find((w) => w.connectionId === edge.connectionId)?.polarity;
  const side = wireSide === 'plus' || wireSide === 'minus' ? wireSide : (sideAt ?? 'none');
  const candidates = [...parts.values()].filter((p) => deviceOf(p.kind).between && waysIn(p, side).length >= 2);
  const put = (partId: string) => {
    const made = insertBetween(board, edge.connectionId, edge.from, parts.get(partId)!, side);
    if (!made) return;
    if (job.edit(`Put ${made.item.designation} into ${cable.designation}`, made.commands))
      job.select({ kind: 'item', id: made.item.id });
  };
  const ends: [string, TerminalRef][] = [
    ['start', edge.from],
    ['end', edge.to],
  ];
  return (
    <fieldset
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-base-300 bg-base-100 px-4 py-1.5"
      aria-label={`Change ${cable.designation}`}
    >
      <b className="label-face">
        {cable.designation}: {at(edge.from)} to {at(edge.to)}
      </b>
      <label className="flex items-center gap-1.5">
        put in
        <PickField
          id="line-put-in"
          label={`Put a part into ${cable.designation}`}
          hideLabel
          size="xs"
          className="w-44"
          value=""
          options={[['', 'a part …', true], ...candidates.map((p) => [p.id, p.name] as const)]}
          onPick={(picked) => put(picked)}
        />
      </label>
      {ends.map(([name, ref], n) => {
        const places = otherPlaces(board, parts, ref);
        if (places.length === 0) return null;
        return (
          <label key={name} className="flex items-center gap-1.5">
            take its {name} to
            <PickField<string>
              id={n === 1 ? 'line-end' : undefined}
              label={`Take the ${name} of ${cable.designation} to`}
              hideLabel
              size="xs"
              className="w-32"
              value=""
              options={[['', '…', true], ...places.map((p, i) => [String(i), at(p)] as const)]}
              onPick={(picked) => {
                const to = places[Number(picked)]!;
                job.edit(`${cable.designation}: ${name} to ${at(to)}`, moveEnd(board, edge.connectionId, ref, to));
              }}
            />
          </label>
        );
      })}
      <button
        type="button"
        className="btn btn-xs ml-auto"
        onClick={() => {
          job.select(null);
          job.edit(`Remove ${cable.designation}`, removeConnections(board, new Set([edge.connectionId])));
        }}
      >
        Remove
      </button>
    </fieldset>
  );
});
