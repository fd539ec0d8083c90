import type { StockItem } from './useStock.ts';

/** What is left of a reel or stick against what it was: full length as a frame, reserved hatched, free solid. */
export function ReelDrawing({ item, fill }: { item: StockItem; fill: string }) {
  const whole = Math.max(1, item.startQuantity, item.onHand);
  const w = (n: number) => (n / whole) * 116;
  return (
    <svg
      viewBox="0 0 120 16"
      className="w-[120px]"
      role="img"
      aria-label={`${Math.round((item.onHand / whole) * 100)} % left`}
    >
      <rect x={2} y={2} width={116} height={12} fill="none" stroke="currentColor" opacity={0.45} />
      <rect x={2} y={2} width={w(item.onHand)} height={12} fill={fill} />
      {item.reserved > 0 && (
        <rect x={2 + w(item.onHand - item.reserved)} y={2} width={w(item.reserved)} height={12} fill="url(#held)" />
      )}
      <rect x={2} y={2} width={w(item.onHand)} height={12} fill="none" stroke="currentColor" />
    </svg>
  );
}

/** Hatching for what is set aside. */
export function HeldPattern() {
  return (
    <svg width={0} height={0} aria-hidden className="absolute">
      <defs>
        <pattern id="held" width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={6} height={6} fill="var(--color-base-100)" />
          <path d="M0 0v6" stroke="var(--color-base-content)" strokeWidth={2.4} />
        </pattern>
      </defs>
    </svg>
  );
}
