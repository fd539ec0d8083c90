export interface TemplateWish {
  paper: 'A4' | 'Letter';
  from: 'show' | 'hidden';
}

/** Which paper the template is printed on, and which face it is laid on. */
export function TemplateChoice({ wish, onChange }: { wish: TemplateWish; onChange: (wish: TemplateWish) => void }) {
  return (
    <span className="mt-1 grid gap-1">
      <select
        className="select select-xs w-full"
        aria-label="Paper of the template"
        value={wish.paper}
        onChange={(e) => onChange({ ...wish, paper: e.target.value as TemplateWish['paper'] })}
      >
        <option value="A4">A4</option>
        <option value="Letter">Letter</option>
      </select>
      <select
        className="select select-xs w-full"
        aria-label="Face the template is laid on"
        value={wish.from}
        onChange={(e) => onChange({ ...wish, from: e.target.value as TemplateWish['from'] })}
      >
        <option value="show">cut from the good face</option>
        <option value="hidden">cut from the hidden face, mirrored</option>
      </select>
    </span>
  );
}
