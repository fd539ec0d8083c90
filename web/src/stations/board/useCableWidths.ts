import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { useCallback, useMemo } from 'react';
import { useJob } from '../../session/useJob.ts';

const DIAMETER_MM = new Map(genericCatalogue.cableTypes.map((c) => [c.id, c.outerDiameterMm]));

const UNSIZED_MM = 5;

/** Outer diameter of every cable as it is sized now, mm. */
export function useCableWidths(): ReadonlyMap<string, number> {
  const { dossier } = useJob();
  return useMemo(
    () => new Map(dossier.cables.map((c) => [c.cableId, DIAMETER_MM.get(c.cableTypeId ?? '') ?? UNSIZED_MM])),
    [dossier],
  );
}

/** The same as a question: the width of a cable by id; one nobody has sized counts as thin. */
export function useWidthOf(): (cableId: string) => number {
  const widths = useCableWidths();
  return useCallback((cableId: string) => widths.get(cableId) ?? UNSIZED_MM, [widths]);
}
