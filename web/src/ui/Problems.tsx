/** What the program refuses and why, in its own words. */
export function Problems({ problems, onDismiss }: { problems: readonly string[]; onDismiss?: () => void }) {
  if (problems.length === 0) return null;
  return (
    <div role="alert" className="border-l-4 border-error p-2 text-sm" style={{ background: 'var(--stop-wash)' }}>
      <ul className="grid gap-1">
        {problems.slice(0, 12).map((p) => (
          <li key={p}>{p}</li>
        ))}
        {problems.length > 12 && <li>… and {problems.length - 12} more</li>}
      </ul>
      {onDismiss && (
        <button type="button" className="btn btn-xs btn-ghost mt-1" onClick={onDismiss}>
          Understood
        </button>
      )}
    </div>
  );
}
