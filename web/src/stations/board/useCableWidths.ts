import { genericCatalogue } from '@ombrik/core/catalogue/genericCatalogue';
import { useMemo } from 'react';
import { useJob } from '../../app/jobSession.tsx';

const DIAMETER_MM = new Map(genericCatalogue.cableTypes.map((c) => [c.id, c.outerDiameterMm]));

/** Outer diameter of every cable as it is sized now, mm. */
export function useCableWidths(): ReadonlyMap<string, number> {
  const { dossier } = useJob();
  return useMemo(
    () => new Map(dossier.cables.map((c) => [c.cableId, DIAMETER_MM.get(c.cableTypeId ?? '') ?? 5])),
    [dossier],
  );
}
