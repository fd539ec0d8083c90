import { each, isObject, type Migration } from '../migration.ts';

/**
 * Version 2: material. Version 3: whether hand or router laid a route. Version 4: surroundings and travel of a run.
 * Version 5: re-marked cores.
 */
export const cableMigration: Migration = {
  2: (cable) => ({ material: 'copper', ...cable }),
  3: (cable) => ({
    ...cable,
    segments: each(cable.segments, (segment) =>
      segment.kind === 'panelRoute'
        ? { laidBy: Array.isArray(segment.waypoints) && segment.waypoints.length > 0 ? 'hand' : 'router', ...segment }
        : segment,
    ),
  }),
  4: (cable) => ({
    ...cable,
    segments: each(cable.segments, (segment) => ({
      ...segment,
      environment: isObject(segment.environment)
        ? { surroundings: 'inside', travelMm: 0, ...segment.environment }
        : segment.environment,
    })),
  }),
  5: (cable) => ({ ...cable, cores: each(cable.cores, (core) => ({ remark: null, ...core })) }),
};
