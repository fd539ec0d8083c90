import type { Board, Panel } from '../board/board.ts';
import { panelBox } from '../layout/outlines.ts';
import type { StockSheet, Workshop } from '../rules/workshop.ts';
import { type Packing, packSheets } from '../solve/packing/guillotine.ts';
import { areaMm2 } from '../solve/polygon.ts';

export interface SheetPlan {
  sheet: StockSheet;
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
 * Which stock sheets the panels are cut from and how: of each material and thickness the sheet whose price for all is
 * lowest, with the saw's width, and with the grain where a panel asks for it.
 */
export function sheetPlan(board: Pick<Board, 'panels'>, workshop: Pick<Workshop, 'sheets' | 'sawKerfMm'>): SheetPlans {
  const groups = new Map<string, Panel[]>();
  for (const panel of board.panels) {
    const key = `${panel.material} ${panel.thicknessMm}`;
    groups.set(key, [...(groups.get(key) ?? []), panel]);
  }
  const plans: SheetPlan[] = [];
  const without: string[] = [];
  for (const panels of groups.values()) {
    const { material, thicknessMm } = panels[0]!;
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
    packing,
    usedShare: packing.sheets.length > 0 ? used / (packing.sheets.length * sheet.widthMm * sheet.heightMm) : 0,
    price: sheet.price === null ? null : sheet.price * packing.sheets.length,
  };
}
