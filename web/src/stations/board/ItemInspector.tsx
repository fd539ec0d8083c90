import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Choice } from '@ombrik/core/document/basics';
import type { Command } from '@ombrik/core/document/commands';
import { connectTerminals } from '@ombrik/core/document/connection/connect';
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import type { Item } from '@ombrik/core/document/item/item';
import { putLink } from '@ombrik/core/document/item/items';
import { attachmentText } from '@ombrik/core/document/part/attachmentText';
import type { Part } from '@ombrik/core/document/part/part';
import { useState } from 'react';
import { useMe } from '../../app/useMe.ts';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { amps } from '../../ui/format.ts';
import { LockChoice } from '../../ui/LockChoice.tsx';
import { PickField } from '../../ui/PickField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { FramePoints } from './FramePoints.tsx';
import { FeedVoltages, ItemButtons, ItemPlace } from './ItemPlace.tsx';
import { LaterVersion } from './LaterVersion.tsx';
import { Ownership } from './Ownership.tsx';
import { OwnLinkForm } from './OwnLinkForm.tsx';
import { Row } from './Row.tsx';

function Seats({ item, part }: { item: Item; part: Part }) {
  const job = useJob();
  const me = useMe();
  const [making, setMaking] = useState<string | null>(null);
  const seats = job.dossier.sizing.seats.filter((s) => s.itemId === item.id);
  const used = seats.filter((s) => !s.spare || s.link.mode === 'locked');
  if (seats.length === 0) return null;
  const setLink = (seatId: string, link: Choice<string>) => {
    job.edit(`${item.designation}: fuse ${link.mode === 'auto' ? 'unlocked' : 'locked'}`, [
      putLink(item, seatId, link),
    ]);
  };
  return (
    <section className="perforated mt-2 pt-1">
      <h4 className="text-base">Fuses</h4>
      {used.map((seat) => {
        const element = part.elements.find((e) => e.id === seat.seatId);
        const style = element?.kind === 'fuseSeat' ? element.style : '';
        const at = `seat/${item.id}/${seat.seatId}`;
        const options = [...genericCatalogue.fuseLinks, ...job.board.customLinks]
          .filter((l) => l.style === style)
          .map((l) => ({ value: l.id, text: l.name }));
        return (
          <div key={seat.key} className="mb-1">
            <Row label={seats.length > 1 ? `way ${seat.seatId.replace('f', '')}` : 'link'}>
              <Askable address={`${at}/ratingA`}>{seat.ratingA === null ? 'none fits' : amps(seat.ratingA)}</Askable>
            </Row>
            <Row label="carries">
              <Askable address={`${at}/designCurrentA`}>{amps(seat.designCurrentA)}</Askable>
            </Row>
            {seat.fusesSchoolA !== null && (
              <Row label="loads / fuses school">
                <span className="num">
                  {amps(seat.loadsSchoolA)} / {amps(seat.fusesSchoolA)}
                </span>
              </Row>
            )}
            {seat.prospectiveA !== null && (
              <Row label="fault here / can open">
                <Askable address={`${at}/prospectiveA`}>
                  {amps(seat.prospectiveA)} / {amps(seat.interruptA ?? 0)}
                </Askable>
              </Row>
            )}
            <LockChoice
              label={`fuse ${item.designation} ${seat.seatId}`}
              choice={item.inserts.find((i) => i.seatId === seat.seatId)?.link ?? { mode: 'auto' }}
              current={seat.link.value ?? options[0]?.value ?? ''}
              options={options}
              onChange={(link) => setLink(seat.seatId, link)}
            />
            {making === seat.seatId && element?.kind === 'fuseSeat' ? (
              <OwnLinkForm
                style={element.style}
                ratingA={seat.ratingA ?? element.maxRatingA}
                onCancel={() => setMaking(null)}
                onMake={(link) => {
                  const who = me.data?.person?.name ?? 'somebody';
                  const choice = { mode: 'locked' as const, value: link.id, reason: "maker's curve", who };
                  const made = job.edit(`${item.designation}: ${link.name}`, [
                    { kind: 'add', collection: 'customLinks', value: link, index: null },
                    putLink(item, seat.seatId, choice),
                  ]);
                  if (made) setMaking(null);
                }}
              />
            ) : (
              <button type="button" className="btn btn-ghost btn-xs" onClick={() => setMaking(seat.seatId)}>
                Link with its maker’s curve …
              </button>
            )}
          </div>
        );
      })}
      {used.length < seats.length && <p className="dim text-xs">{seats.length - used.length} ways spare</p>}
    </section>
  );
}

function Terminals({
  item,
  part,
  connecting,
  onConnecting,
}: {
  item: Item;
  part: Part;
  connecting: TerminalRef | null;
  onConnecting: (r: TerminalRef | null) => void;
}) {
  const job = useJob();
  const { board } = job;
  return (
    <section className="perforated mt-2 pt-1">
      <h4 className="text-base">Terminals</h4>
      <ul className="text-[13px]">
        {part.terminals.map((t) => {
          const ref = { itemId: item.id, terminalId: t.id };
          const wires = board.connections.filter((c) =>
            [c.from, c.to].some((r) => r.itemId === item.id && r.terminalId === t.id),
          );
          const names = wires.map(
            (w) => board.cables.find((c) => c.cores.some((k) => k.connectionId === w.id))?.designation ?? '?',
          );
          const licensed = t.domain === 'ac' || t.domain === 'earth';
          const here = connecting?.itemId === item.id && connecting.terminalId === t.id;
          const spec = attachmentText(t.attachment);
          return (
            <li key={t.id} className="flex items-center justify-between gap-1 border-t border-base-300/60">
              <span>
                {t.name} <span className="dim text-xs">{spec}</span> <b className="num text-xs">{names.join(' ')}</b>
              </span>
              <span className="flex items-center gap-1">
                {licensed && <span className="dim text-xs">licensed person</span>}
                <button
                  type="button"
                  className={`btn btn-xs ${here ? 'btn-primary' : 'btn-ghost'}`}
                  onClick={() => {
                    if (connecting && !here) {
                      if (job.edit(`Connect ${item.designation}:${t.name}`, connectTerminals(board, connecting, ref)))
                        onConnecting(null);
                    } else onConnecting(here ? null : ref);
                  }}
                >
                  {connecting && !here ? 'to here' : here ? 'leave it' : 'connect'}
                </button>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** What is chosen on the board, when it is a part: name, place, fuses, terminals. */
export function ItemInspector({
  item,
  connecting,
  onConnecting,
}: {
  item: Item;
  connecting: TerminalRef | null;
  onConnecting: (r: TerminalRef | null) => void;
}) {
  const job = useJob();
  const part = job.parts.get(item.partId);
  if (!part) return null;
  const set = (field: 'designation' | 'name', value: string) =>
    job.edit(`${item.designation}: ${field}`, [{ kind: 'set', collection: 'items', id: item.id, field, value }]);
  const flow = job.dossier.flows.find((f) => f.itemId === item.id && !f.key.endsWith('/output'));
  const alternatives = [...job.parts.values()].filter(
    (p) => p.kind === part.kind && part.terminals.every((t) => p.terminals.some((x) => x.id === t.id)),
  );
  const swap = (partId: string) => {
    const commands: Command[] = [
      { kind: 'set', collection: 'items', id: item.id, field: 'inserts', value: [] },
      { kind: 'set', collection: 'items', id: item.id, field: 'partId', value: partId },
    ];
    job.edit(`${item.designation}: another part`, commands);
  };
  return (
    <section aria-label={`Part ${item.designation}`}>
      <h3 className="text-xl leading-tight">
        {item.designation} {item.name}
      </h3>
      <p className="dim mb-1">{part.name}</p>
      <LaterVersion item={item} />
      <div className="grid grid-cols-[90px_minmax(0,1fr)] gap-1">
        <TextField
          label="Designation"
          hideLabel
          value={item.designation}
          max={24}
          required
          onCommit={(v) => set('designation', v)}
        />
        <TextField label="Name" hideLabel value={item.name} max={80} onCommit={(v) => set('name', v)} />
      </div>
      <PickField
        label="Part"
        hideLabel
        className="mt-1 w-full"
        value={part.id}
        options={alternatives.map((p) => [p.id, p.name] as const)}
        onPick={(picked) => swap(picked)}
      />
      {!item.load && <Ownership item={item} />}
      {part.elements.some((e) => e.kind === 'frame' && e.ohmPerM > 0) && <FramePoints item={item} part={part} />}
      <ItemPlace item={item} />
      <ItemButtons item={item} part={part} />
      {flow && (
        <dl className="mt-1">
          <Row label="current">
            {item.load?.rating.kind === 'amps' ? (
              <span className="num">{amps(flow.designCurrentA)}</span>
            ) : (
              <Askable address={`flow/${flow.key}/currentA`}>{amps(flow.designCurrentA)}</Askable>
            )}
          </Row>
        </dl>
      )}
      {item.feed && <FeedVoltages item={item} feed={item.feed} />}
      <Seats item={item} part={part} />
      <Terminals item={item} part={part} connecting={connecting} onConnecting={onConnecting} />
    </section>
  );
}
