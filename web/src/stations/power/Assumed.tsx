import { useJob } from '../../session/useJob.ts';

/** What may run together, as sizes and drops are worked out: said, so that nobody has to guess. */
export function Assumed() {
  const { board } = useJob();
  const loads = board.items.flatMap((i) => (i.load && i.inService ? [i.load] : []));
  const turns = board.power.loadGroups.filter(
    (g) => g.mode === 'oneAtATime' && loads.filter((l) => l.groupId === g.id).length > 1,
  );
  const bursts = loads.filter((l) => l.shortTime).length;
  const parts = [
    'Sized with everything on at once',
    ...turns.map((g) => `of “${g.name}” one at a time`),
    ...(bursts > 0 ? [`${bursts === 1 ? 'one load' : `${bursts} loads`} by what heats as much, for seconds only`] : []),
    board.settings.dropsBeside === 'everything'
      ? 'drops judged beside everything, inverters too'
      : 'drops judged beside the other d.c. loads',
  ];
  return <p className="dim mb-2 text-sm">{parts.join('; ')}.</p>;
}
