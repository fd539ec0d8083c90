/** How much of its limit a drop uses: a bar with the limit as its right end, hatched beyond it. */
export function DropBar({ share, limitShare }: { share: number; limitShare: number }) {
  const used = limitShare > 0 ? share / limitShare : 0;
  return (
    <svg
      viewBox="0 0 100 10"
      className="h-2.5 w-full"
      role="img"
      aria-label={`${Math.round(used * 100)} % of the limit`}
    >
      <rect x={0} y={2} width={100} height={6} fill="var(--color-base-300)" />
      <rect
        x={0}
        y={2}
        width={Math.min(100, used * 100)}
        height={6}
        fill={used > 1 ? 'var(--color-error)' : 'var(--color-primary)'}
      />
      <path d="M99.4 0V10" stroke="currentColor" strokeWidth={1.2} />
    </svg>
  );
}
