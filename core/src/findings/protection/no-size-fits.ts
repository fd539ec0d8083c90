import type { Cable } from '../../document/cable/cable.ts';
import { duplicateCable } from '../../document/connection/connect.ts';
import type { Connection, TerminalRef } from '../../document/connection/connection.ts';
import type { Terminal } from '../../document/part/part.ts';
import { stage } from '../../engine/stage.ts';
import { byId, fact, profile } from '../../stages/inputs.ts';
import { connections, parts } from '../../stages/stages.ts';
import { sizeText } from '../../tables/awg.ts';
import { ampsInWords as amps } from '../../words.ts';
import { type Fix, finding } from '../finding.ts';
import { belowCurrent, type JudgedCable, judgedCables } from './judgedCables.ts';

/**
 * A second lead beside it, where two carry what one does not and both ends are studs, which take one more lug; a clamp
 * takes one wire. Their ratings add (IEC 60364-4-43 433.4, from memory).
 */
function doubled(
  { sized: { cableId, designCurrentA, ampacityA } }: JudgedCable,
  cables: readonly Pick<Cable, 'id' | 'designation' | 'cores' | 'segments' | 'material'>[],
  connections: readonly Connection[],
  terminalAt: (ref: TerminalRef) => Terminal | undefined,
): Fix[] {
  const cable = cables.find((c) => c.id === cableId)!;
  const ends = connections
    .filter((c) => cable.cores.some((k) => k.connectionId === c.id))
    .flatMap((c) => [terminalAt(c.from), terminalAt(c.to)]);
  if (cable.material === 'flatCopper' || 2 * ampacityA < designCurrentA) return [];
  if (!ends.every((t) => t?.attachment.kind === 'stud')) return [];
  return [
    {
      label: `A second lead beside ${cable.designation}`,
      commands: duplicateCable({ connections, cables }, cable, { seed: 'no-size-fits' }),
    },
  ];
}

/** No catalogue size carries the current and fits both ends. */
export const noSizeFits = finding({
  id: 'no-size-fits',
  subject: 'protection',
  station: 'circuit',
  severity: { stop: 'cannot be built' },
  protects: 'the conductor: nothing that fits its ends carries its current',
  source: 'ampacity table of the profile',
  limits: {
    ampacityA: {
      setBy: 'profile',
      unit: 'A',
      what: 'what the conductor carries where it lies',
      source: 'ampacity table',
    },
  },
  reads: {
    judgedCables,
    profile,
    parts,
    connections,
    partOf: stage('partOfItem', { items: fact('items', ['id', 'partId']) }, ({ items }) => byId(items)),
    cables: fact('cables', ['id', 'designation', 'cores', 'segments', 'material']),
  },
  judge: ({ judgedCables, profile, parts, connections, partOf, cables }) =>
    judgedCables
      .filter((j) => belowCurrent(j) && j.sized.conductor.mode === 'auto')
      .map((j) => {
        const { cable, sized } = j;
        const { value, rejected } = sized.conductor;
        return {
          entity: cable.id,
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `No catalogue size fits ${cable.designation}`,
          why: `${amps(sized.designCurrentA)} continuous; ${sizeText(value)} carries ${amps(sized.ampacityA)} here (${sized.columnC} °C column); ${rejected.filter((r) => r.value > value)[0]?.why ?? 'nothing larger is sold'}`,
          source: profile.ampacity.source,
          fixes: doubled(j, cables, connections, (ref) =>
            parts.get(partOf.get(ref.itemId)?.partId ?? '')?.terminals.find((t) => t.id === ref.terminalId),
          ),
        };
      }),
});
