import type { ColourCode } from '../../document/cable/cable.ts';
import { field, rows } from '../../engine/fact.ts';
import { fact, profile } from '../../stages/inputs.ts';
import { sizing } from '../../stages/stages.ts';
import { COLOUR_NAME } from '../../tables/conductorColours.ts';
import { type Draft, finding } from '../finding.ts';

/** Kept for the protective conductor alone. Source: IEC 60445, NFPA 70 250.119 (from memory). */
const EARTH: readonly ColourCode[] = ['GNYE', 'GN'];

/** Cores in the colour of the other pole, or of the protective conductor, and not marked anew at their ends. */
export const colourAgainstPolarity = finding({
  id: 'colour-against-polarity',
  subject: 'wiring',
  station: 'cables',
  severity: { warn: 'bad practice' },
  protects: 'whoever works on it next, and takes the colour at its word',
  source: 'colours of the rules; a core of another colour is marked at both ends (IEC 60445 from memory)',
  limits: {},
  reads: {
    profile,
    wires: rows(field(sizing, 'wires'), ['connectionId', 'polarity']),
    cables: fact('cables', ['id', 'designation', 'cores', 'material']),
  },
  judge: ({ profile, wires, cables }) => {
    const polarityOf = new Map(wires.map((w) => [w.connectionId, w.polarity]));
    return cables.flatMap((cable): Draft<'warn'>[] => {
      if (cable.material === 'flatCopper') return [];
      const wrong = cable.cores.flatMap((core) => {
        const polarity = polarityOf.get(core.connectionId);
        if (core.colour.mode !== 'locked' || (polarity !== 'plus' && polarity !== 'minus')) return [];
        const shown = core.remark ?? core.colour.value;
        const right = profile.colours[polarity];
        const other = profile.colours[polarity === 'plus' ? 'minus' : 'plus'];
        return shown !== right && (shown === other || EARTH.includes(shown)) ? [{ core, polarity, shown, right }] : [];
      });
      const first = wrong[0];
      if (!first) return [];
      return [
        {
          entity: cable.id,
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `${cable.designation} is ${wrong.map((w) => `${COLOUR_NAME[w.shown]} on the ${w.polarity}`).join(' and ')}: ${
            EARTH.includes(first.shown) ? 'the colour of the protective conductor' : 'the colour of the other pole'
          }`,
          why: `${profile.colours.source}; where the core stays, a sleeve of the right colour goes on both its ends`,
          fixes: [
            {
              label: `Re-mark its ends ${first.right}`,
              commands: [
                {
                  kind: 'set',
                  collection: 'cables',
                  id: cable.id,
                  field: 'cores',
                  value: cable.cores.map((core) => {
                    const own = wrong.find((w) => w.core.id === core.id);
                    return own ? { ...core, remark: own.right } : core;
                  }),
                },
              ],
            },
          ],
        },
      ];
    });
  },
});
