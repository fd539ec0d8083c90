import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { cableLays, type LayOf } from '@ombrik/core/layout/cableLays';
import { useMemo } from 'react';
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

/** How thick a cable is and what it asks of its way, as it is sized now; one nobody has sized counts as thin. */
export function useLayOf(): LayOf {
  const { dossier, profile } = useJob();
  return useMemo(() => cableLays(dossier.cables, profile, genericCatalogue), [dossier.cables, profile]);
}
