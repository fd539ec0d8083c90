import { type DesignOption, designProblems } from '@ombrik/core/design/houseDesign';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { newId } from '@ombrik/core/document/newId';
import { partIndex } from '@ombrik/core/document/references';
import { PickField } from '../../ui/PickField.tsx';

/** What may be chosen of a design: parts that may be left out, parts there are several of, its hand. */
export function DesignOptions({
  board,
  options,
  onOptions,
}: {
  board: Board;
  options: readonly DesignOption[];
  onOptions: (options: DesignOption[]) => void;
}) {
  const parts = partIndex(board, genericCatalogue);
  const add = (option: DesignOption) => onOptions([...options, option]);
  const nameOf = (id: string) => {
    const item = board.items.find((i) => i.id === id);
    return item ? `${item.designation} ${item.name || (parts.get(item.partId)?.name ?? '')}` : id;
  };
  /** Parts of the same kind that have every terminal that is wired. */
  const others = (itemId: string) => {
    const item = board.items.find((i) => i.id === itemId)!;
    const drawn = parts.get(item.partId)!;
    return [...parts.values()].filter(
      (p) =>
        p.kind === drawn.kind &&
        p.id !== drawn.id &&
        designProblems(
          board,
          [{ id: 'try', kind: 'swap', name: 'try', itemId, partIds: [drawn.id, p.id] }],
          genericCatalogue,
        ).length === 0,
    );
  };
  const toggle = (option: Extract<DesignOption, { kind: 'swap' }>, partId: string) => {
    const partIds = option.partIds.includes(partId)
      ? option.partIds.filter((id) => id !== partId)
      : [...option.partIds, partId];
    onOptions(options.map((o) => (o === option ? { ...option, partIds } : o)));
  };
  const pick = (
    label: string,
    taken: (o: DesignOption, id: string) => boolean,
    make: (id: string) => DesignOption,
    fits: (id: string) => boolean = () => true,
  ) => (
    <PickField
      label={label}
      hideLabel
      className="w-full"
      value=""
      options={[
        ['', `${label} …`],
        ...board.items
          .filter((i) => !options.some((o) => taken(o, i.id)) && fits(i.id))
          .map((i) => [i.id, nameOf(i.id)] as const),
      ]}
      onPick={(picked) => add(make(picked))}
    />
  );
  return (
    <fieldset className="grid gap-1 border border-base-300 p-2">
      <legend className="label-face px-1">What may be chosen</legend>
      {options.map((o) => (
        <div key={o.id} className="flex flex-wrap items-center gap-2 text-[13px]">
          <b>{o.name}</b>
          {o.kind === 'without' && <span className="dim">may be left out</span>}
          {o.kind === 'mirror' && <span className="dim">as drawn, or mirrored</span>}
          {o.kind === 'swap' &&
            others(o.itemId).map((p) => (
              <label key={p.id} className="flex items-center gap-1">
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs"
                  checked={o.partIds.includes(p.id)}
                  onChange={() => toggle(o, p.id)}
                />
                {p.name}
              </label>
            ))}
          <button
            type="button"
            className="btn btn-xs"
            aria-label={`No choice of ${o.name}`}
            onClick={() => onOptions(options.filter((x) => x !== o))}
          >
            ✕
          </button>
        </div>
      ))}
      <div className="grid grid-cols-3 gap-1">
        {pick(
          'May be left out',
          (o, id) => o.kind === 'without' && o.itemIds.includes(id),
          (id) => ({ id: newId('op'), kind: 'without', name: nameOf(id).slice(0, 80), itemIds: [id] }),
        )}
        {pick(
          'Comes in several',
          (o, id) => o.kind === 'swap' && o.itemId === id,
          (id) => {
            const item = board.items.find((i) => i.id === id)!;
            const partIds = [
              item.partId,
              ...others(id)
                .slice(0, 1)
                .map((p) => p.id),
            ];
            return { id: newId('op'), kind: 'swap', name: nameOf(id).slice(0, 80), itemId: id, partIds };
          },
          (id) => others(id).length > 0,
        )}
        <button
          type="button"
          className="btn btn-sm"
          disabled={options.some((o) => o.kind === 'mirror')}
          onClick={() => add({ id: newId('op'), kind: 'mirror', name: 'Hand' })}
        >
          Either hand
        </button>
      </div>
    </fieldset>
  );
}
