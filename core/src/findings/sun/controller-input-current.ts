import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { names } from '../views.ts';
import { coldStrings } from './coldString.ts';

/** Strings side by side that bring more than a controller's input stands. */
export const controllerInputCurrent = finding({
  id: 'controller-input-current',
  subject: 'sun',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'the controller: a string put on the wrong way round drives all of it through its input',
  source: 'part sheet: largest short-circuit current of the array',
  limits: {
    inputMaxA: { setBy: 'part sheet', unit: 'A', what: 'short-circuit current the input stands', source: 'part sheet' },
  },
  reads: { coldStrings, names },
  judge: ({ coldStrings, names }) => {
    const bySink = new Map<number, typeof coldStrings>();
    for (const s of coldStrings) bySink.set(s.flow.sink.plus, [...(bySink.get(s.flow.sink.plus) ?? []), s]);
    return [...bySink.values()].flatMap((strings) => {
      const { charger, flow } = strings[0]!;
      const sumA = strings.reduce(
        (s, { flow: f }) => s + (f.operating.kind === 'current' ? f.operating.currentA : 0),
        0,
      );
      if (charger.inputMaxA === null || sumA <= charger.inputMaxA * (1 + 1e-9)) return [];
      const item = names.get(flow.sink.item.id)!;
      return [
        {
          entity: `${item.id}/${charger.id}`,
          where: { label: item.designation, itemIds: [item.id, ...strings.map((s) => s.flow.itemId)] },
          says: `${strings.length} strings bring up to ${amps(sumA)} into ${item.designation}, whose input stands ${amps(charger.inputMaxA)}`,
          why: 'the charge is limited all the same; what is not is the short circuit the other way round: fewer strings side by side, or a second controller',
        },
      ];
    });
  },
});
