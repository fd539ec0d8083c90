import { describe, expect, it } from 'vitest';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { cutPieces } from '../../stock/cutPieces.ts';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { cable, lampBoard, locked } from '../../testing/kit.ts';

const marked = (remark: 'RD' | null) =>
  deriveBoard(
    cable(lampBoard(), 6, (c) => ({ cores: c.cores.map((k) => ({ ...k, colour: locked('BK' as const), remark })) })),
  );

describe('a core of another colour, marked anew', () => {
  it('gets a tube of the right colour over each end, listed and cut', () => {
    const made = marked('RD').cables.find((c) => c.designation === 'W6')!;
    const { remark } = made.cores[0]!;
    expect(remark).toMatchObject({ colour: 'RD', eachMm: 30 });
    expect(remark!.shrinkId).toMatch(/^shrink-\d+-RD$/);
    const pieces = cutPieces({ id: 'j', number: 1 }, [made], defaultWorkshop).filter((p) => p.id.endsWith('-mark'));
    expect(pieces.map((p) => [p.articleId, p.lengthMm])).toEqual([
      [remark!.shrinkId, 30],
      [remark!.shrinkId, 30],
    ]);
  });
  it('is another spec than the same cable unmarked', () => {
    const of = (r: 'RD' | null) => marked(r).cables.find((c) => c.designation === 'W6')!;
    expect(of('RD').fingerprint).not.toBe(of(null).fingerprint);
    expect(of(null).cores[0]!.remark).toBeNull();
  });
});
