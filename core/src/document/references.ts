import { elementKindOf } from '../devices/registry.ts';
import type { Id } from './basics.ts';
import type { Board } from './board.ts';
import type { Catalogue, Part } from './part/part.ts';

/** The part an item is, from the board's own parts first, then the catalogue. */
export function partIndex(board: { customParts: readonly Part[] }, catalogue: Catalogue): Map<Id, Part> {
  const index = new Map<Id, Part>();
  for (const part of catalogue.parts) index.set(part.id, part);
  for (const part of board.customParts) index.set(part.id, part);
  return index;
}

/** Fields of elements that name a terminal of their part. */
function duplicates(what: string, ids: Id[]): string[] {
  const seen = new Set<Id>();
  const problems: string[] = [];
  for (const id of ids) {
    if (seen.has(id)) problems.push(`${what}: id "${id}" stands twice; accepted: each id once`);
    seen.add(id);
  }
  return problems;
}

function paintedProblems(at: string, hours: readonly number[]): string[] {
  const rising = hours.every((h, i) => i === 0 || h > hours[i - 1]!);
  return rising ? [] : [`${at}.usage.hours is ${JSON.stringify(hours)}; accepted: hours of the day, each once, rising`];
}

/**
 * Cross-references of a board whose shape is already good: every id that is used names something.
 * @returns problems naming path, value and what is accepted; empty when all references hold.
 */
export function referenceProblems(board: Board, catalogue: Catalogue): string[] {
  const problems: string[] = [];
  const parts = partIndex(board, catalogue);
  const panels = new Map(board.panels.map((p) => [p.id, p]));
  const items = new Map(board.items.map((i) => [i.id, i]));
  const connections = new Map(board.connections.map((c) => [c.id, c]));
  const links = new Set([...catalogue.fuseLinks, ...board.customLinks].map((f) => f.id));
  const lugs = new Set(catalogue.lugs.map((l) => l.id));
  const missing = (path: string, value: Id, accepted: string) =>
    problems.push(`${path} is "${value}", which names nothing; accepted: ${accepted}`);

  problems.push(
    ...duplicates(
      'panels',
      board.panels.map((p) => p.id),
    ),
    ...duplicates(
      'customParts',
      board.customParts.map((p) => p.id),
    ),
    ...duplicates(
      'items',
      board.items.map((i) => i.id),
    ),
    ...duplicates(
      'connections',
      board.connections.map((c) => c.id),
    ),
    ...duplicates(
      'cables',
      board.cables.map((c) => c.id),
    ),
    ...duplicates(
      'survey',
      board.survey.map((f) => f.id),
    ),
    ...duplicates(
      'extras',
      board.extras.map((x) => x.id),
    ),
    ...duplicates(
      'control',
      board.control.map((r) => r.id),
    ),
    ...duplicates(
      'customLinks',
      [...board.customLinks, ...catalogue.fuseLinks].map((l) => l.id),
    ),
    ...duplicates(
      'power.loadGroups',
      board.power.loadGroups.map((g) => g.id),
    ),
    ...duplicates(
      'cables[].cores',
      board.cables.flatMap((c) => c.cores.map((k) => k.id)),
    ),
  );

  board.customParts.forEach((part, p) => {
    const at = `customParts[${p}]`;
    problems.push(
      ...duplicates(
        `${at}.terminals`,
        part.terminals.map((t) => t.id),
      ),
    );
    problems.push(
      ...duplicates(
        `${at}.elements`,
        part.elements.map((e) => e.id),
      ),
    );
    const terminalIds = new Set(part.terminals.map((t) => t.id));
    part.elements.forEach((element, e) => {
      for (const [field, value] of Object.entries(element)) {
        if (!elementKindOf(element).terminals.includes(field) || value === null) continue;
        if (!terminalIds.has(String(value)))
          missing(`${at}.elements[${e}].${field}`, String(value), `a terminal id of ${part.id}`);
      }
      if ('terminalIds' in element)
        for (const t of element.terminalIds)
          if (!terminalIds.has(t)) missing(`${at}.elements[${e}].terminalIds`, t, `a terminal id of ${part.id}`);
      if ('contactId' in element && !part.elements.some((x) => x.id === element.contactId))
        missing(`${at}.elements[${e}].contactId`, element.contactId, `an element id of ${part.id}`);
    });
  });

  board.items.forEach((item, i) => {
    const at = `items[${i}]`;
    const part = parts.get(item.partId);
    if (!part) {
      missing(`${at}.partId`, item.partId, 'the id of a catalogue part or of a custom part of this board');
      return;
    }
    const groupId = item.load?.groupId ?? null;
    if (groupId !== null && !board.power.loadGroups.some((g) => g.id === groupId))
      missing(`${at}.load.groupId`, groupId, 'the id of a load group, or null');
    if (item.load?.usage.kind === 'painted') problems.push(...paintedProblems(`${at}.load`, item.load.usage.hours));
    if (item.place.kind === 'panel' && !panels.has(item.place.panelId))
      missing(`${at}.place.panelId`, item.place.panelId, [...panels.keys()].join(', '));
    item.inserts.forEach((insert, n) => {
      if (!part.elements.some((e) => e.kind === 'fuseSeat' && e.id === insert.seatId))
        missing(`${at}.inserts[${n}].seatId`, insert.seatId, `a fuse seat of ${part.id}`);
      if (insert.link.mode === 'locked' && !links.has(insert.link.value))
        missing(`${at}.inserts[${n}].link.value`, insert.link.value, 'the id of a fuse link in the catalogue');
    });
    item.stacks.forEach((stack, n) => {
      if (!part.terminals.some((t) => t.id === stack.terminalId))
        missing(`${at}.stacks[${n}].terminalId`, stack.terminalId, `a terminal of ${part.id}`);
      if (stack.order.mode === 'locked')
        for (const c of stack.order.value)
          if (!connections.has(c)) missing(`${at}.stacks[${n}].order`, c, 'the id of a connection');
    });
  });

  board.connections.forEach((connection, c) => {
    for (const end of ['from', 'to'] as const) {
      const ref = connection[end];
      const item = items.get(ref.itemId);
      if (!item) {
        missing(`connections[${c}].${end}.itemId`, ref.itemId, 'the id of an item');
        continue;
      }
      const part = parts.get(item.partId);
      if (part && !part.terminals.some((t) => t.id === ref.terminalId))
        missing(`connections[${c}].${end}.terminalId`, ref.terminalId, part.terminals.map((t) => t.id).join(', '));
    }
    const same =
      connection.from.itemId === connection.to.itemId && connection.from.terminalId === connection.to.terminalId;
    if (same) problems.push(`connections[${c}] joins a terminal to itself; accepted: two different terminals`);
  });

  const carried = new Map<Id, number>();
  board.cables.forEach((cable, b) => {
    cable.cores.forEach((core, k) => {
      const at = `cables[${b}].cores[${k}]`;
      if (!connections.has(core.connectionId))
        missing(`${at}.connectionId`, core.connectionId, 'the id of a connection');
      carried.set(core.connectionId, (carried.get(core.connectionId) ?? 0) + 1);
      if ((carried.get(core.connectionId) ?? 0) > 1)
        problems.push(
          `${at}.connectionId is "${core.connectionId}", already carried by another core; accepted: one core each`,
        );
      for (const end of ['fromLug', 'toLug'] as const) {
        const choice = core[end];
        if (choice.mode === 'locked' && !lugs.has(choice.value))
          missing(`${at}.${end}.value`, choice.value, 'the id of a lug in the catalogue');
      }
    });
    cable.segments.forEach((segment, s) => {
      const at = `cables[${b}].segments[${s}]`;
      if (segment.kind === 'measuredRun') return;
      const panel = panels.get(segment.panelId);
      if (!panel) missing(`${at}.panelId`, segment.panelId, [...panels.keys()].join(', '));
      else if (segment.kind === 'passThrough' && !panel.holes.some((h) => h.id === segment.holeId))
        missing(`${at}.holeId`, segment.holeId, `a hole of panel ${panel.id}`);
    });
  });
  board.control.forEach((rule, r) => {
    const item = items.get(rule.itemId);
    const part = item && parts.get(item.partId);
    if (!item) missing(`control[${r}].itemId`, rule.itemId, 'the id of an item');
    else if (part && !part.elements.some((e) => e.kind === 'contact' && e.id === rule.contactId))
      missing(`control[${r}].contactId`, rule.contactId, `a contact of ${part.id}`);
  });
  board.customLinks.forEach((link, l) => {
    const { gates } = link.curve ?? { gates: [] };
    gates.forEach((g, i) => {
      const at = `customLinks[${l}].curve.gates[${i}]`;
      if (g.minS > g.maxS) problems.push(`${at}.minS is ${g.minS}; accepted: at most its maxS ${g.maxS}`);
      if (i > 0 && g.multiple <= gates[i - 1]!.multiple)
        problems.push(`${at}.multiple is ${g.multiple}; accepted: above the one before, ${gates[i - 1]!.multiple}`);
    });
  });
  return problems;
}
