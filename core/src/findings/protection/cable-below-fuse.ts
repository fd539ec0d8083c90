import { profile } from '../../stages/inputs.ts';
import { parts, seatOf } from '../../stages/stages.ts';
import { sizeText } from '../../tables/awg.ts';
import { ampsInWords as amps, ampsApart } from '../../words.ts';
import { finding } from '../finding.ts';
import { seatName } from '../places.ts';
import { names } from '../views.ts';
import { short as below, belowCurrent, type JudgedCable, judgedCables, unlockSize } from './judgedCables.ts';

/** A conductor that carries less than its fuse holds. */
export const cableBelowFuse = finding({
  id: 'cable-below-fuse',
  subject: 'protection',
  station: 'circuit',
  severity: { stop: 'destroys', warn: 'bad practice', note: 'to know' },
  protects: 'the conductor: an overload its fuse never sees burns it',
  source: "fuse at most the cable's ampacity (IEC 60364-4-43 433.1)",
  limits: {
    ampacityA: {
      setBy: 'profile',
      unit: 'A',
      what: 'what the conductor carries where it lies',
      source: 'ampacity table',
    },
  },
  reads: { judgedCables, profile, seatOf, names, parts },
  judge: ({ judgedCables, profile, seatOf, names, parts }) => {
    const guardOf = (keys: readonly string[]) => keys.map((k) => seatName({ names, parts }, seatOf, k)).join(' with ');
    const source = `fuse at most the cable's ampacity (IEC 60364-4-43 433.1); ${profile.ampacity.source}`;
    const place = ({ cable }: JudgedCable) => ({
      entity: cable.id,
      where: { label: cable.designation, cableIds: [cable.id] },
      source,
    });
    const short = judgedCables.filter((j) => below(j.guardA, j.sized) && !belowCurrent(j));
    // Fuses at the end of a run without branches see its overload; a larger one put in later would not hold it back.
    const fromBelow = judgedCables.filter(
      (j) => j.aheadA !== null && j.polarity !== 'minus' && !below(j.guardA, j.sized) && !belowCurrent(j),
    );
    return [
      ...short.map((j) => {
        const { value, mode, who, reason } = j.sized.conductor;
        const [carries, holds] = ampsApart(j.sized.ampacityA, j.guardA);
        return {
          ...place(j),
          severity: 'stop' as const,
          says: `${j.cable.designation} is below its fuse: ${sizeText(value)} carries ${carries}, ${guardOf(j.guardKeys)} holds ${holds}`,
          alike: {
            key: `${value} ${carries} ${holds} ${j.guardKeys.join()} ${mode}`,
            says: (places: string) =>
              `${places} are below their fuse: ${sizeText(value)} carries ${carries}, ${guardOf(j.guardKeys)} holds ${holds}`,
          },
          why:
            mode === 'locked'
              ? `locked at ${sizeText(value)} by ${who}: ${reason}`
              : 'no thicker cable fits its terminals: put a smaller fuse where this branch leaves the larger one',
          fixes: unlockSize(j),
        };
      }),
      ...fromBelow.map((j) => ({
        ...place(j),
        entity: `${j.cable.id}/below`,
        severity: j.sized.conductor.mode === 'locked' ? ('warn' as const) : ('note' as const),
        says: `${j.cable.designation} carries ${amps(j.sized.ampacityA)}; what stands ahead of it holds ${amps(j.aheadA!)}, and only the fuses it ends on keep it to ${amps(j.guardA)}`,
        why: 'allowed where nothing branches off before them (IEC 60364-4-43 433.2.2, from memory): a larger fuse put in later, or one more way, takes that away',
      })),
    ];
  },
});
