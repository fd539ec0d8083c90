import { connectTerminals, usedTerminals } from '../../document/actions/connect.ts';
import type { Connection, TerminalRef } from '../../document/board.ts';
import type { Command } from '../../document/commands.ts';
import { neighbours, reachedFrom } from '../netlist/reach.ts';
import { type CheckContext, freeSpots, nodeAt, partOf, placeName, terminalAt } from './checkContext.ts';
import { type Finding, type Fix, makeFinding } from './finding.ts';

const RETURN_SOURCE = 'a circuit needs a way out and a way back (Kirchhoff)';

/** Required terminals that nothing is connected to: the still-to-connect list. */
function unconnected(context: CheckContext): Finding[] {
  const used = usedTerminals(context.board.connections);
  let first: TerminalRef | null | undefined;
  const firstFree = () => {
    first ??= freeSpots(context, 'minus', bankIsland(context))[0] ?? null;
    return first;
  };
  return context.board.items.flatMap((item) =>
    (partOf(context, item)?.terminals ?? [])
      .filter((t) => t.required && !used.has(`${item.id} ${t.id}`))
      .map((t) => {
        const ref = { itemId: item.id, terminalId: t.id };
        const isBarSide = t.polarity === 'minus' && item.load !== null;
        const spot = isBarSide ? firstFree() : null;
        const fixes: Fix[] = spot
          ? [
              {
                label: `Connect to ${placeName(context, spot)}`,
                commands: connectTerminals(context.board, spot, ref, { seed: 'fix' }),
              },
            ]
          : [];
        return makeFinding(
          {
            rule: 'terminal-unconnected',
            severity: 'warn',
            station: 'circuit',
            where: { label: placeName(context, ref), itemIds: [item.id], terminals: [ref] },
            says: `${placeName(context, ref)} is not connected`,
            why: 'the part does not work, or does not work safely, with this terminal open',
            source: 'part sheet: required terminal',
            fixes,
          },
          `${item.id}/${t.id}`,
        );
      }),
  );
}

const bankIsland = (context: CheckContext): number | null => {
  const bank = context.netlist.sources.find((s) => s.element.kind === 'battery');
  return bank ? (context.potentials.islandOf[bank.minus] ?? null) : null;
};

const terminalRefAt = (context: CheckContext, itemId: string, node: number): TerminalRef | null => {
  const item = context.items.get(itemId);
  const terminal =
    item && partOf(context, item)?.terminals.find((t) => nodeAt(context, { itemId, terminalId: t.id }) === node);
  return terminal ? { itemId, terminalId: terminal.id } : null;
};

/** Consumers and chargers that no current can go round through, or that are the wrong way round. */
function unfed(context: CheckContext): Finding[] {
  const ports = new Map<string, { plus: number; minus: number }>();
  for (const c of [...context.netlist.consumers, ...context.netlist.mainsChargers]) ports.set(c.key, c);
  for (const c of context.netlist.chargers) {
    ports.set(c.input.key, c.input);
    ports.set(c.output.key, c.output);
  }
  const used = usedTerminals(context.board.connections);
  return context.demand.unfed.flatMap(({ itemId, key, plusFed, minusFed, reversed }) => {
    const item = context.items.get(itemId);
    if (!item) return [];
    const name = `${item.designation}${item.name ? ` ${item.name}` : ''}`;
    const where = { label: item.designation, itemIds: [itemId] };
    const port = ports.get(key);
    if (reversed && port)
      return [
        makeFinding(
          {
            rule: 'polarity-reversed',
            severity: 'stop',
            station: 'circuit',
            where,
            says: `${name} is connected the wrong way round`,
            why: `its plus terminal lies ${Math.abs(context.potentials.nodeV[port.plus]! - context.potentials.nodeV[port.minus]!).toFixed(0)} V below its minus terminal`,
            source: 'part sheet: polarity of the terminals',
            fixes: [{ label: 'Swap its two wires', commands: swapWires(context, itemId, port) }].filter(
              (f) => f.commands.length > 0,
            ),
          },
          key,
        ),
      ];
    const plusRef = port && terminalRefAt(context, itemId, port.plus);
    const minusRef = port && terminalRefAt(context, itemId, port.minus);
    const open = (ref: TerminalRef | null | undefined) => !ref || !used.has(`${ref.itemId} ${ref.terminalId}`);
    if (plusFed && !minusFed) {
      const spot = freeSpots(context, 'minus', bankIsland(context))[0];
      const fixes: Fix[] =
        spot && minusRef && open(minusRef)
          ? [
              {
                label: `Return to ${placeName(context, spot)}`,
                commands: connectTerminals(context.board, spot, minusRef, { seed: 'return' }),
              },
            ]
          : [];
      return [
        makeFinding(
          {
            rule: 'no-return',
            severity: 'stop',
            station: 'circuit',
            where: { ...where, terminals: minusRef ? [minusRef] : [] },
            says: `${name} has no return`,
            why: 'its plus side is fed, its minus side reaches no source',
            source: RETURN_SOURCE,
            fixes,
          },
          key,
        ),
      ];
    }
    // A terminal that is simply open already stands in the still-to-connect list.
    if (open(plusRef) || open(minusRef)) return [];
    return [
      makeFinding(
        {
          rule: 'not-fed',
          severity: 'warn',
          station: 'circuit',
          where,
          says: `${name} is fed by no source`,
          why: plusFed
            ? 'plus and minus come from sources that have nothing in common'
            : 'nothing on its plus side reaches a source',
          source: RETURN_SOURCE,
        },
        key,
      ),
    ];
  });
}

/** Exchanges the far ends of the wires at two terminals of an item. */
function swapWires(context: CheckContext, itemId: string, port: { plus: number; minus: number }): Command[] {
  const commands: Command[] = [];
  for (const connection of context.board.connections) {
    for (const end of ['from', 'to'] as const) {
      const ref = connection[end];
      if (ref.itemId !== itemId) continue;
      const node = nodeAt(context, ref);
      const other = node === port.plus ? port.minus : node === port.minus ? port.plus : null;
      const target = other === null ? null : terminalRefAt(context, itemId, other);
      if (target)
        commands.push({ kind: 'set', collection: 'connections', id: connection.id, field: end, value: target });
    }
  }
  return commands;
}

/** Wires that join two different potentials, bars at the wrong potential. */
function clashes(context: CheckContext): Finding[] {
  return context.potentials.clashes.map(({ connectionId, differenceV }) => {
    const connection = context.connections.get(connectionId)!;
    const cable = context.cableOfConnection.get(connectionId);
    const ends = `${placeName(context, connection.from)} and ${placeName(context, connection.to)}`;
    return makeFinding(
      {
        rule: 'plus-tied-to-minus',
        severity: 'stop',
        station: 'circuit',
        where: {
          label: cable?.designation ?? ends,
          itemIds: [connection.from.itemId, connection.to.itemId],
          cableIds: cable ? [cable.id] : [],
        },
        says: `Plus is tied to minus: ${cable?.designation ?? 'a wire'} closes a ring through ${ends}`,
        why: `the ring joins points ${differenceV.toFixed(0)} V apart with nothing but wire`,
        source: 'nominal potentials of the sources (Kirchhoff)',
        fixes: cable ? [{ label: `Remove ${cable.designation}`, commands: removeWire(connection, cable) }] : [],
      },
      connectionId,
    );
  });
}

const removeWire = (connection: Connection, cable: { id: string; cores: { connectionId: string }[] }): Command[] =>
  cable.cores.length === 1
    ? [
        { kind: 'remove', collection: 'cables', id: cable.id },
        { kind: 'remove', collection: 'connections', id: connection.id },
      ]
    : [];

/** Terminals marked plus or minus that lie at the other potential. */
function wrongBars(context: CheckContext): Finding[] {
  const found: Finding[] = [];
  for (const item of context.board.items) {
    const part = partOf(context, item);
    if (part?.kind !== 'busBar') continue;
    const terminal = part.terminals[0];
    if (!terminal || terminal.polarity === 'none') continue;
    const node = nodeAt(context, { itemId: item.id, terminalId: terminal.id });
    const v = context.potentials.nodeV[node]!;
    if (Number.isNaN(v)) continue;
    const wrong = terminal.polarity === 'plus' ? v < 0.5 : v > 0.5;
    if (!wrong) continue;
    found.push(
      makeFinding(
        {
          rule: 'polarity-reversed',
          severity: 'stop',
          station: 'circuit',
          where: { label: item.designation, itemIds: [item.id] },
          says: `${item.designation} is a ${terminal.polarity} bar at the ${terminal.polarity === 'plus' ? 'minus' : 'plus'} potential`,
          why: `it lies ${v.toFixed(0)} V above the bank's minus`,
          source: 'part sheet: polarity of the terminals',
        },
        item.id,
      ),
    );
  }
  return found;
}

/** Every minus except the battery's own must be on the load side of the shunt. */
function behindShunt(context: CheckContext): Finding[] {
  const found: Finding[] = [];
  const { netlist } = context;
  for (const item of context.board.items) {
    const part = partOf(context, item);
    const shunt = part?.elements.find((e) => e.kind === 'resistance' && e.shunt);
    if (shunt?.kind !== 'resistance') continue;
    const start = nodeAt(context, { itemId: item.id, terminalId: shunt.a });
    const loadSide = nodeAt(context, { itemId: item.id, terminalId: shunt.b });
    const around = neighbours(netlist, (b) => b.itemId !== item.id || b.elementId !== shunt.id);
    const reached = reachedFrom(around, [start]);
    if (reached.has(loadSide)) {
      found.push(
        makeFinding(
          {
            rule: 'shunt-bypassed',
            severity: 'stop',
            station: 'circuit',
            where: { label: item.designation, itemIds: [item.id] },
            says: `${item.designation} is bypassed: its two sides are joined by wire`,
            why: 'current that goes round the shunt is not counted',
            source: 'every minus but the battery on the load side of the shunt (common practice, no source)',
          },
          `${item.id}/bypass`,
        ),
      );
      continue;
    }
    const ports = [
      ...[...netlist.consumers, ...netlist.mainsChargers].map((c) => ({ itemId: c.item.id, node: c.minus })),
      ...netlist.chargers.flatMap((c) => [c.input, c.output].map((p) => ({ itemId: c.item.id, node: p.minus }))),
    ];
    for (const { itemId, node } of ports) {
      if (!reached.has(node)) continue;
      const bad = context.items.get(itemId)!;
      const ref = terminalRefAt(context, itemId, node);
      const wires = context.board.connections.filter(
        (c) => ref && (nodeAt(context, c.from) === node || nodeAt(context, c.to) === node),
      );
      const spot = freeSpots(context, 'minus', context.potentials.islandOf[loadSide] ?? null).find(
        (s) => !reached.has(nodeAt(context, s)),
      );
      const wire = wires[0];
      const fixes: Fix[] = [];
      if (spot && wire && wires.length === 1) {
        const farEnd = nodeAt(context, wire.from) === node ? 'to' : 'from';
        fixes.push({
          label: `Move it to ${placeName(context, spot)}`,
          commands: [{ kind: 'set', collection: 'connections', id: wire.id, field: farEnd, value: spot }],
        });
      }
      const cable = wire && context.cableOfConnection.get(wire.id);
      found.push(
        makeFinding(
          {
            rule: 'minus-before-shunt',
            severity: 'stop',
            station: 'circuit',
            where: {
              label: bad.designation,
              itemIds: [itemId],
              cableIds: cable ? [cable.id] : [],
              terminals: ref ? [ref] : [],
            },
            says: `${bad.designation}'s minus is on the battery side of ${item.designation}`,
            why: 'its current does not pass the shunt, so the monitor counts wrong',
            source: 'every minus but the battery on the load side of the shunt (common practice, no source)',
            fixes,
          },
          `${item.id}/${itemId}`,
        ),
      );
    }
  }
  return found;
}

/** Connections that no cable carries. */
function uncabled(context: CheckContext): Finding[] {
  return context.board.connections
    .filter((c) => !context.cableOfConnection.has(c.id))
    .map((c) =>
      makeFinding(
        {
          rule: 'connection-without-cable',
          severity: 'stop',
          station: 'circuit',
          where: {
            label: placeName(context, c.from),
            itemIds: [c.from.itemId, c.to.itemId],
            terminals: [c.from, c.to],
          },
          says: `No cable carries ${placeName(context, c.from)} to ${placeName(context, c.to)}`,
          why: 'the connection is drawn, but nothing would be cut for it',
          source: 'board document',
          fixes: [
            {
              label: 'Make a cable for it',
              commands: [
                ...connectTerminals(context.board, c.from, c.to, { seed: c.id }),
                { kind: 'remove', collection: 'connections', id: c.id },
              ],
            },
          ],
        },
        c.id,
      ),
    );
}

/** Wires that join terminals of different domains. */
function domains(context: CheckContext): Finding[] {
  return context.board.connections.flatMap((c) => {
    const [a, b] = [terminalAt(context, c.from), terminalAt(context, c.to)];
    if (!a || !b || a.domain === b.domain) return [];
    const cable = context.cableOfConnection.get(c.id);
    return [
      makeFinding(
        {
          rule: 'domain-mixed',
          severity: 'stop',
          station: 'circuit',
          where: {
            label: cable?.designation ?? placeName(context, c.from),
            itemIds: [c.from.itemId, c.to.itemId],
            cableIds: cable ? [cable.id] : [],
          },
          says: `${placeName(context, c.from)} (${a.domain}) is wired to ${placeName(context, c.to)} (${b.domain})`,
          why: 'd.c., mains, earth and signal terminals are never joined by one wire',
          source: 'part sheet: domain of the terminals',
          fixes: cable
            ? [{ label: `Remove ${cable.designation}`, commands: removeWire(c, cable) }].filter(
                (f) => f.commands.length > 0,
              )
            : [],
        },
        c.id,
      ),
    ];
  });
}

/** Everything about who is joined to whom. */
export function wiringChecks(context: CheckContext): Finding[] {
  return [
    ...uncabled(context),
    ...domains(context),
    ...clashes(context),
    ...wrongBars(context),
    ...unfed(context),
    ...behindShunt(context),
    ...unconnected(context),
  ];
}
