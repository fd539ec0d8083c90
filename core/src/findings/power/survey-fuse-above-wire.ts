import { collection, profile } from '../../stages/inputs.ts';
import { columnFor, tableAmps } from '../../stages/sizing/conductors.ts';
import { sizeText } from '../../tables/awg.ts';
import { type Draft, finding } from '../finding.ts';

/** Circuits found on a rework job whose fuse holds more than their wire carries. */
export const surveyFuseAboveWire = finding({
  id: 'survey-fuse-above-wire',
  subject: 'power',
  station: 'power',
  severity: { stop: 'destroys', warn: 'bad practice' },
  protects: 'the old wire in the wall, which nobody sees get hot',
  source: "fuse at most the cable's ampacity (IEC 60364-4-43 433.1)",
  limits: {
    ampacityA: { setBy: 'profile', unit: 'A', what: 'what its size carries', source: 'ampacity table' },
  },
  reads: { survey: collection('survey'), profile },
  judge: ({ survey, profile }) =>
    survey.flatMap((f): Draft<'stop' | 'warn'>[] => {
      if (f.fate === 'goes' || f.conductorMm2 === null || f.fuseA === null) return [];
      const { ampacity } = profile;
      // Nobody knows what old insulation bears: the coolest column is sure, the hottest is the best it can be.
      const at = (maxC: number) => tableAmps(ampacity, f.conductorMm2!, columnFor(ampacity, maxC)) ?? 0;
      const [sureA, bestA] = [at(0), at(Math.max(...ampacity.columnsC))];
      if (f.fuseA <= sureA + 1e-9) return [];
      const burns = f.fuseA > bestA + 1e-9;
      return [
        {
          entity: f.id,
          severity: burns ? 'stop' : 'warn',
          where: { label: f.name },
          says: `${f.name}: ${sizeText(f.conductorMm2)} carries ${burns ? `${bestA} A at best` : `${sureA} A for sure, ${bestA} A at best`}, its fuse holds ${f.fuseA} A`,
          why: burns
            ? 'a smaller fuse, or a new wire, before anything else'
            : `by its insulation, which is not known: a fuse of ${sureA} A is safe for any`,
          source: `fuse at most the cable's ampacity (IEC 60364-4-43 433.1); ${ampacity.source}`,
        },
      ];
    }),
});
