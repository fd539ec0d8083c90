import { isObject, type Loose, type Migration } from '../migration.ts';
import { newLoad } from './newLoad.ts';

function loadTo2(load: Loose): Loose {
  const { hoursPerDay, ...rest } = load;
  const { usage: _, ...fresh } = newLoad();
  return { ...fresh, usage: { kind: 'perDay', hoursPerDay }, ...rest };
}

/**
 * Version 2: whose part it is, where it is drawn, when a load is on. Version 4: held, grouped, on spacers. Version 5: in
 * service or dead, points along a frame, loads that run for seconds.
 */
export const itemMigration: Migration = {
  2: (item) => ({
    ownership: 'workshop',
    ratingKnown: true,
    drawnAt: null,
    ...item,
    load: isObject(item.load) ? loadTo2(item.load) : item.load,
  }),
  4: (item) => ({ held: false, groupId: null, standOffMm: 0, ...item }),
  5: (item) => ({
    inService: true,
    framePoints: [],
    ...item,
    load: isObject(item.load) ? { shortTime: null, powerFactor: 1, ...item.load } : item.load,
  }),
};
