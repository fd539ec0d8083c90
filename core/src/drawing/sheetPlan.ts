import type { Board } from '../document/board.ts';
import type { Panel } from '../document/panel/panel.ts';
import type { StockSheet, Workshop } from '../document/workshop/workshop.ts';
import { type Packing, packSheets } from '../solvers/packing/guillotine.ts';
import { areaMm2 } from '../solvers/polygon.ts';
import { panelBox } from '../stages/place/outlines.ts';

/** An offcut of a sheet that lies in the store. */
export interface SheetOffcut {
  number: number;
  bin: string;
  /** The sheet it was cut from. */
  sheetId: string;
  widthMm: number;
  heightMm: number;
}

export interface SheetPlan {
  sheet: StockSheet;
  /** The offcut it is cut from; null for whole sheets. */
  offcut: SheetOffcut | null;
  packing: Packing;
  /** Share of the sheets that ends up in panels. */
  usedShare: number;
  price: number | null;
}

export interface SheetPlans {
  plans: SheetPlan[];
  /** Panels no stock sheet is for, in words. */
  without: string[];
}

/**
 * Which stock sheets the panels are cut from and how: offcuts in the store first, the smallest that holds a panel; then of
 * each material and thickness the sheet whose price for the rest is lowest. With the saw's width, and with the grain
 * where a panel asks for it.
 * @example
 * sheetPlan({ panels: [] }, workshop).plans; // []
 */
export function sheetPlan(
  board: Pick<Board, 'panels'>,
  workshop: Pick<Workshop, 'sheets' | 'sawKerfMm'>,
  offcuts: readonly SheetOffcut[] = [],
): SheetPlans {
  const groups = new Map<string, Panel[]>();
  for (const panel of board.panels) {
    const key = `${panel.material} ${panel.thicknessMm}`;
    groups.set(key, [...(groups.get(key) ?? []), panel]);
  }
  const plans: SheetPlan[] = [];
  const without: string[] = [];
  for (const group of groups.values()) {
    const { material, thicknessMm } = group[0]!;
    const fromOffcuts = offcutPlans(group, workshop, offcuts);
    plans.push(...fromOffcuts.plans);
    const panels = fromOffcuts.left;
    if (panels.length === 0) continue;
    const fitting = workshop.sheets.filter((s) => s.material === material && s.thicknessMm === thicknessMm);
    const tried = fitting.map((sheet) => planOn(panels, sheet, workshop.sawKerfMm));
    const cost = (p: SheetPlan) => p.price ?? p.packing.sheets.length * p.sheet.widthMm * p.sheet.heightMm * 1e-6;
    const best = tried
      .filter((p) => p.packing.tooLarge.length === 0)
      .sort((a, b) => cost(a) - cost(b) || a.sheet.widthMm * a.sheet.heightMm - b.sheet.widthMm * b.sheet.heightMm)[0];
    if (best) plans.push(best);
    else
      without.push(
        ...panels.map(
          (p) =>
            `${p.name}: ${fitting.length === 0 ? `no ${thicknessMm} mm ${material} in stock` : 'larger than every sheet in stock'}`,
        ),
      );
  }
  return { plans, without };
}

/** Panels laid into offcuts, the largest panel first, each offcut filled while one sheet of it is enough. */
function offcutPlans(
  group: readonly Panel[],
  workshop: Pick<Workshop, 'sheets' | 'sawKerfMm'>,
  offcuts: readonly SheetOffcut[],
): { plans: SheetPlan[]; left: Panel[] } {
  const { material, thicknessMm } = group[0]!;
  const usable = offcuts
    .flatMap((offcut) => {
      const whole = workshop.sheets.find((s) => s.id === offcut.sheetId);
      if (whole?.material !== material || whole.thicknessMm !== thicknessMm) return [];
      return [{ offcut, sheet: { ...whole, widthMm: offcut.widthMm, heightMm: offcut.heightMm, price: 0 } }];
    })
    .sort((a, b) => a.sheet.widthMm * a.sheet.heightMm - b.sheet.widthMm * b.sheet.heightMm);
  let left = [...group].sort((a, b) => areaMm2(b.outline) - areaMm2(a.outline));
  const plans: SheetPlan[] = [];
  for (const { offcut, sheet } of usable) {
    let held: Panel[] = [];
    let best: SheetPlan | null = null;
    for (const panel of left) {
      const tried = planOn([...held, panel], sheet, workshop.sawKerfMm);
      if (tried.packing.tooLarge.length > 0 || tried.packing.sheets.length > 1) continue;
      held = [...held, panel];
      best = tried;
    }
    if (!best) continue;
    plans.push({ ...best, offcut });
    left = left.filter((p) => !held.includes(p));
  }
  return { plans, left };
}

function planOn(panels: readonly Panel[], sheet: StockSheet, kerfMm: number): SheetPlan {
  const pieces = panels.map((panel) => {
    const box = panelBox(panel);
    const [w, h] = [box.rightMm - box.leftMm, box.bottomMm - box.topMm];
    // The grain of the sheet runs along one side; a panel that cares is turned to it and stays so.
    const grained = panel.grain !== 'any' && sheet.grain !== 'none';
    const turn = grained && (panel.grain === 'across') !== (sheet.grain === 'width');
    return {
      id: panel.id,
      widthMm: turn ? h : w,
      heightMm: turn ? w : h,
      turns: !grained,
    };
  });
  const packing = packSheets(pieces, sheet, kerfMm);
  const used = panels.reduce((s, p) => s + areaMm2(p.outline), 0);
  return {
    sheet,
    offcut: null,
    packing,
    usedShare: packing.sheets.length > 0 ? used / (packing.sheets.length * sheet.widthMm * sheet.heightMm) : 0,
    price: sheet.price === null ? null : sheet.price * packing.sheets.length,
  };
}
