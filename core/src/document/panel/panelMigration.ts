import { each, type Migration } from '../migration.ts';

/** Version 4: faces, clearances, screws, keep-outs, channels, linings. */
export const panelMigration: Migration = {
  4: (panel) => ({
    grain: 'any',
    goodFace: 'front',
    backClearanceMm: 0,
    frontClearanceMm: null,
    partScrewMm: Math.max(3, Number(panel.thicknessMm) - 2 || 12),
    keepOuts: [],
    channels: [],
    ...panel,
    holes: each(panel.holes, (hole) => ({ lining: 'grommet', ...hole })),
  }),
};
