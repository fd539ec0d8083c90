import type { Id } from '../document/basics.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { MadeCable } from '../stages/terminations/terminations.ts';

/** One length to be cut from one article. */
export interface CutPiece {
  /** Unique over all jobs planned together. */
  id: string;
  jobId: Id;
  jobNumber: number;
  cableId: Id;
  articleId: Id;
  /** What it is for: `W12`, or `W12, first end` for tube. */
  what: string;
  lengthMm: number;
  /** Its length is still a guess: not to be cut yet. */
  provisional: boolean;
}

/** Between a piece and the board of several it is for. */
const BOARD_MARK = '~';

/**
 * Whether a piece is the cable itself, not its tube or sleeve.
 * @example
 * isCablePiece('cb_1/cable'); // true
 */
export const isCablePiece = (pieceId: Id): boolean => pieceId.split(BOARD_MARK)[0]!.endsWith('/cable');

/**
 * The step a piece is used up in: tube when it is shrunk, all else when the cable is cut.
 * @example
 * stepUsing({ articleId: 'shrink-6-rd' }); // 'shrunk'
 */
export const stepUsing = (piece: Pick<CutPiece, 'articleId'>): 'cut' | 'shrunk' =>
  piece.articleId.startsWith('shrink-') ? 'shrunk' : 'cut';

/**
 * The article a cable is cut from: its type, with the colour where a single wire has one.
 * @example
 * cableArticleId({ cableTypeId: 'pvc-16', cores: [{ colour: 'RD' }], flat: null, areaMm2: 16 }); // 'pvc-16/RD'
 */
export function cableArticleId(cable: Pick<MadeCable, 'cableTypeId' | 'cores' | 'flat' | 'areaMm2'>): Id {
  const type = cable.cableTypeId ?? `${cable.cores.length}x${cable.areaMm2}`;
  return cable.cores.length === 1 && !cable.flat ? `${type}/${cable.cores[0]!.colour}` : type;
}

/**
 * What a job's cables are cut from: cable with its trim, tube for every end that wants it, sleeve. Whole millimetres,
 * rounded up.
 * @param wanted only these cables; all when left out
 * @param count boards of the same: each piece as often
 * @example
 * cutPieces({ id: 'j', number: 1 }, [], workshop); // []
 */
export function cutPieces(
  job: { id: Id; number: number },
  cables: readonly MadeCable[],
  workshop: Pick<Workshop, 'cutTrimMm'>,
  wanted?: ReadonlySet<Id>,
  count = 1,
): CutPiece[] {
  const one = cables.flatMap((cable) => {
    if (cable.lead || cable.cores.length === 0 || cable.cutMm <= 0 || (wanted && !wanted.has(cable.cableId))) return [];
    const piece = (part: string, articleId: Id, what: string, lengthMm: number): CutPiece => ({
      id: `${job.id}/${cable.cableId}/${part}`,
      jobId: job.id,
      jobNumber: job.number,
      cableId: cable.cableId,
      articleId,
      what,
      lengthMm: Math.ceil(lengthMm - 1e-6),
      provisional: part === 'cable' && cable.provisional,
    });
    const own = [
      piece('cable', cableArticleId(cable), cable.designation, cable.cutMm + (cable.flat ? 0 : workshop.cutTrimMm)),
    ];
    for (const core of cable.cores)
      for (const side of ['from', 'to'] as const) {
        const { shrinkId, shrinkMm, at } = core[side];
        if (shrinkId && shrinkMm > 0)
          own.push(piece(`${core.coreId}-${side}`, shrinkId, `${cable.designation} at ${at}`, shrinkMm));
        if (core.remark?.shrinkId)
          own.push(
            piece(
              `${core.coreId}-${side}-mark`,
              core.remark.shrinkId,
              `${cable.designation} re-marked at ${at}`,
              core.remark.eachMm,
            ),
          );
      }
    if (cable.sleeve)
      own.push(piece('sleeve', cable.sleeve.sleeveId, `${cable.designation}, sleeve`, cable.sleeve.lengthMm));
    return own;
  });
  if (count === 1) return one;
  return one.flatMap((p) =>
    Array.from({ length: count }, (_, n) => ({
      ...p,
      id: `${p.id}${BOARD_MARK}${n + 1}`,
      what: `${p.what}, ${n + 1}`,
    })),
  );
}
