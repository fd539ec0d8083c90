import type { Cable } from '../../document/cable/cable.ts';
import type { Command } from '../../document/commands.ts';
import type { Connection } from '../../document/connection/connection.ts';
import type { Fix } from '../finding.ts';

/** Takes a wire off as a fix; none where it is a core among others. */
export function removeWire(
  connection: Connection,
  cable: Pick<Cable, 'id' | 'designation' | 'cores'> | undefined,
): Fix[] {
  if (cable?.cores.length !== 1) return [];
  const commands: Command[] = [
    { kind: 'remove', collection: 'cables', id: cable.id },
    { kind: 'remove', collection: 'connections', id: connection.id },
  ];
  return [{ label: `Remove ${cable.designation}`, commands }];
}
