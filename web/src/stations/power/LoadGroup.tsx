import { newId } from '@ombrik/core/document/newId';
import { useJob } from '../../session/useJob.ts';
import { PickField } from '../../ui/PickField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import type { LoadProps } from './LoadMore.tsx';

/** Which loads it runs with, or takes turns with. */
export function LoadGroup({ item, load, set }: LoadProps) {
  const job = useJob();
  const { loadGroups } = job.board.power;
  const group = loadGroups.find((g) => g.id === load.groupId);
  const groupTo = (value: string) => {
    if (value !== 'new') return set({ groupId: value || null }, 'group');
    const fresh = { id: newId('lg'), name: `group ${loadGroups.length + 1}`, mode: 'oneAtATime' as const };
    job.edit(`${item.designation}: new group`, [
      { kind: 'setPower', field: 'loadGroups', value: [...loadGroups, fresh] },
      { kind: 'set', collection: 'items', id: item.id, field: 'load', value: { ...load, groupId: fresh.id } },
    ]);
  };
  const setGroup = (change: Partial<(typeof loadGroups)[number]>) =>
    job.edit(`Group ${group?.name}`, [
      {
        kind: 'setPower',
        field: 'loadGroups',
        value: loadGroups.map((g) => (g.id === load.groupId ? { ...g, ...change } : g)),
      },
    ]);
  return (
    <>
      <PickField
        label="Runs with"
        value={load.groupId ?? ''}
        options={[
          ['', 'nobody in particular'],
          ...loadGroups.map((g) => [g.id, g.name] as const),
          ['new', 'a new group …'],
        ]}
        onPick={groupTo}
      />
      {group && (
        <>
          <TextField label="Group name" value={group.name} max={40} required onCommit={(name) => setGroup({ name })} />
          <PickField
            label="In this group"
            value={group.mode}
            options={[
              ['oneAtATime', 'one at a time'],
              ['together', 'all together'],
            ]}
            onPick={(mode) => setGroup({ mode })}
          />
        </>
      )}
    </>
  );
}
