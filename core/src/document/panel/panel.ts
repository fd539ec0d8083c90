import type { Id, PointMm } from '../basics.ts';

export type PanelMaterial = 'plywood' | 'plastic' | 'absPanel';

export type Face = 'front' | 'back';

/** A screw that holds the panel to what is behind it. */
export interface Fixing extends PointMm {
  id: Id;
  screwDiameterMm: number;
}

/** A hole cables pass through. */
export interface Hole extends PointMm {
  id: Id;
  diameterMm: number;
  /** What keeps its edge off the cables; it takes from the room inside. */
  lining: 'none' | 'grommet' | 'sleeve';
}

/** Where something else needs the room: a hinge, a post, a bulge behind, the arc of a door. */
export interface KeepOut {
  id: Id;
  name: string;
  face: Face | 'both';
  shape:
    | { kind: 'polygon'; points: PointMm[] }
    | { kind: 'arc'; centre: PointMm; radiusMm: number; fromDeg: number; toDeg: number };
  /** Parts no higher than this may stand there all the same. */
  freeMm: number;
}

/** A way cables are to take: they run in it where they can. */
export interface Channel {
  id: Id;
  face: Face;
  from: PointMm;
  to: PointMm;
  widthMm: number;
}

export interface Panel {
  id: Id;
  name: string;
  outline: PointMm[];
  thicknessMm: number;
  material: PanelMaterial;
  /** Way the grain is to run: along the width, up the height, or as it comes. */
  grain: 'any' | 'across' | 'up';
  /** The face that shows. */
  goodFace: Face;
  /** Free room behind, mm; 0 lies flat on what it hangs on. */
  backClearanceMm: number;
  /** Free room in front under a lid or a door, mm; null stands open. */
  frontClearanceMm: number | null;
  /** Length of the screws parts are held with. */
  partScrewMm: number;
  fixings: Fixing[];
  holes: Hole[];
  keepOuts: KeepOut[];
  channels: Channel[];
}
