import type { Choice, Id } from '@ombrik/core/document/basics';
import type { Item } from '@ombrik/core/document/item/item';
import { useJob } from '../../session/useJob.ts';
import { LockChoice } from '../../ui/LockChoice.tsx';

/** Every order of a few things; a stud holds four lugs at most. */
function orders<T>(things: readonly T[]): T[][] {
  if (things.length <= 1) return [[...things]];
  return things.flatMap((first, i) => orders(things.filter((_, n) => n !== i)).map((rest) => [first, ...rest]));
}
const BETWEEN = ' ';

/** A part's studs on the tape, each with what is stacked on it, bottom first. */
export function StudTape({ item }: { item: Item }) {
  const job = useJob();
  const { dossier, parts, profile } = job;
  const part = parts.get(item.partId);
  const stacks = dossier.stacks.filter((s) => s.itemId === item.id);
  if (!part) return null;
  return (
    <div>
      <p>
        <span className="label-face text-base">Studs · {item.designation}</span>{' '}
        <span className="dim text-xs">
          {part.widthMm} × {part.heightMm} × {part.depthMm} mm, {part.massKg} kg
        </span>
      </p>
      {stacks.length === 0 && <p className="dim mt-2">Nothing sits on a stud of this part yet.</p>}
      <div className="flex gap-6 overflow-x-auto">
        {stacks.map((s) => {
          const torque = profile.torqueNmByStudMm.values[String(s.studMm)];
          const own = item.stacks.find((x) => x.terminalId === s.terminalId)?.order ?? { mode: 'auto' as const };
          const name = (ids: readonly Id[]) =>
            ids.map((id) => s.layers.find((l) => l.connectionId === id)?.designation).join(', then ');
          const setOrder = (choice: Choice<string>) => {
            const order: Choice<Id[]> =
              choice.mode === 'auto' ? choice : { ...choice, value: choice.value.split(BETWEEN) };
            const others = item.stacks.filter((x) => x.terminalId !== s.terminalId);
            job.edit(`${item.designation}:${s.terminalId}: order ${order.mode === 'auto' ? 'unlocked' : 'locked'}`, [
              {
                kind: 'set',
                collection: 'items',
                id: item.id,
                field: 'stacks',
                value: [...others, { terminalId: s.terminalId, order }],
              },
            ]);
          };
          return (
            <div key={s.terminalId} className="flex shrink-0 items-start gap-1">
              <svg
                viewBox="0 0 96 112"
                className="h-[112px] shrink-0"
                role="img"
                aria-label={`Stud ${s.terminalId}, M${s.studMm}: ${s.layers.map((l) => l.designation).join(', then ')}`}
              >
                <rect x={20} y={92} width={56} height={4} fill="currentColor" />
                <rect
                  x={48 - s.studMm * 0.7}
                  y={14}
                  width={s.studMm * 1.4}
                  height={80}
                  fill="#B9BEC2"
                  stroke="currentColor"
                />
                {s.layers.map((l, i) => (
                  <g key={l.connectionId}>
                    <rect
                      x={48 - l.palmWidthMm * 1.2}
                      y={80 - i * 16}
                      width={l.palmWidthMm * 2.4}
                      height={11}
                      rx={2}
                      fill="#C9824F"
                      stroke="#7A3C15"
                    />
                    <text x={48} y={89 - i * 16} textAnchor="middle" fontSize={9} className="svg-num" fill="#23201B">
                      {l.designation}
                    </text>
                  </g>
                ))}
                <text x={48} y={109} textAnchor="middle" fontSize={10} fill="currentColor">
                  {s.terminalId} M{s.studMm} {torque ? `${torque} N·m` : ''}
                </text>
              </svg>
              {s.layers.length > 1 && s.layers.length <= 4 && (
                <LockChoice
                  label={`order on ${item.designation}:${s.terminalId}, bottom first`}
                  choice={own.mode === 'locked' ? { ...own, value: own.value.join(BETWEEN) } : own}
                  current={s.layers.map((l) => l.connectionId).join(BETWEEN)}
                  options={orders(s.layers.map((l) => l.connectionId)).map((ids) => ({
                    value: ids.join(BETWEEN),
                    text: `bottom ${name(ids)}`,
                  }))}
                  onChange={setOrder}
                />
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}
