import { Command } from 'cmdk';
import { memo, useCallback, useDeferredValue, useMemo, useState } from 'react';
import { keyWords, useBindings } from './bindings.ts';
import { type Entry, found } from './finding.ts';
import { Over } from './Over.tsx';
import { useGuideEntries } from './useGuideEntries.ts';
import { useJobEntries } from './useJobEntries.ts';
import { useShopEntries } from './useShopEntries.ts';

/** What the keys of the page do, for who does not know the key. */
function useDeeds(): Entry[] {
  const shown = useBindings((s) => s.shown);
  return useMemo(
    () =>
      [...shown.values()].flatMap(({ title, bindings }) =>
        bindings.flatMap(({ keys, says, run }) =>
          run ? [{ id: `key ${title} ${keys}`, group: 'Do', title: says, note: title, keys, run }] : [],
        ),
      ),
    [shown],
  );
}

/** Too many to be offered to who has not said anything yet. */
const BY_WORDS = ['Parts', 'Wires', 'Findings', 'Sheets', 'Settings', 'Guide'];
/** Worth offering before anything is said. */
const ALWAYS = ['guide here'];

/** What answers to the words, from everywhere: worked out anew only when they or what there is have changed. */
function useFound(said: string): Entry[] {
  const ofJob = useJobEntries();
  const ofShop = useShopEntries(said);
  const guide = useGuideEntries();
  const deeds = useDeeds();
  return useMemo(() => {
    const asked = said.trim() !== '';
    const offered = (e: Entry) => asked || !BY_WORDS.includes(e.group);
    const shop = ofShop.filter(offered);
    return found(
      [
        ...shop.filter((e) => e.group === 'Label'),
        ...ofJob.filter(offered),
        ...shop.filter((e) => e.group !== 'Label'),
        ...deeds,
        ...guide.filter((e) => asked || ALWAYS.includes(e.id)),
      ],
      said,
    );
  }, [said, ofJob, ofShop, guide, deeds]);
}

/** The rows, group by group; they stay as they are while only what is typed changes. */
const Groups = memo(function Groups({ entries, take }: { entries: readonly Entry[]; take: (entry: Entry) => void }) {
  return [...new Set(entries.map((e) => e.group))].map((group) => (
    <Command.Group
      key={group}
      heading={group}
      className="[&_[cmdk-group-heading]]:dim [&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:text-xs"
    >
      {entries
        .filter((e) => e.group === group)
        .map((e) => (
          <Command.Item
            key={e.id}
            value={e.id}
            onSelect={() => take(e)}
            className="flex min-h-9 cursor-pointer items-baseline gap-3 rounded px-2 py-1 aria-selected:bg-primary aria-selected:text-primary-content"
          >
            <span className="min-w-0 shrink-0 max-w-[75%] truncate">{e.title}</span>
            {e.note && <span className="min-w-0 flex-1 truncate text-xs opacity-80">{e.note}</span>}
            {e.keys && <kbd className="num ml-auto shrink-0 text-xs">{keyWords(e.keys)}</kbd>}
          </Command.Item>
        ))}
    </Command.Group>
  ));
});

/** One field that finds whatever has a name, and does what has a key. */
export function FindField({ onLeave }: { onLeave: () => void }) {
  const [words, setWords] = useState('');
  const [under, setUnder] = useState('');
  const entries = useFound(useDeferredValue(words));
  // Under the hand is what was chosen as long as it is found, else the best.
  const chosen = entries.some((e) => e.id === under) ? under : (entries[0]?.id ?? '');
  const take = useCallback(
    ({ run }: Entry) => {
      onLeave();
      run();
    },
    [onLeave],
  );
  return (
    <Over label="Find and do" onLeave={onLeave}>
      <Command
        label="Find and do"
        shouldFilter={false}
        loop
        value={chosen}
        onValueChange={setUnder}
        className="flex max-h-[80vh] flex-col"
      >
        <Command.Input
          autoFocus
          value={words}
          onValueChange={(now) => {
            setWords(now);
            setUnder('');
          }}
          placeholder="a job, W17, a part, what lies in the store, a page, something to do"
          className="label-face w-full border-base-300 border-b bg-transparent px-4 py-3 text-xl outline-none placeholder:text-base placeholder:opacity-70"
        />
        <Command.List className="min-h-0 overflow-auto px-2 pb-2">
          <Command.Empty className="dim p-4">Nothing here is called that. Fewer letters find more.</Command.Empty>
          <Groups entries={entries} take={take} />
        </Command.List>
      </Command>
    </Over>
  );
}
