import type { FigureCompared } from '@ombrik/core/compare/compareDossiers';
import { changeWords } from '@ombrik/core/document/difference/changeWords';
import type { Finding } from '@ombrik/core/findings/registry';
import { useMe } from '../../app/useMe.ts';
import { Held } from '../../ui/states/Held.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { BoardsOverlaid } from './BoardsOverlaid.tsx';
import { type Side, useCompared } from './useCompared.ts';

const MOST_CHANGES = 300;

/** What is different between two revisions: drawing, figures and money, findings, cables, and each change by its name. */
export function Difference({ before, after }: { before: Side; after: Side }) {
  const query = useCompared(before, after);
  const { data } = query;
  if (!data) return <Held of={query} stops={query.stops} what="Working both out" shape="drawing" className="" />;
  const { boards, changes, figures, gone, come, cables } = data;
  if (changes.length === 0) return <p>Nothing is different.</p>;
  const words = changes.slice(0, MOST_CHANGES).map((c) => changeWords(c, [boards[1], boards[0]]));
  return (
    <div className="grid gap-4">
      <BoardsOverlaid before={boards[0]} after={boards[1]} />
      <Figures figures={figures} />
      <Said title="Said no more" findings={gone} />
      <Said title="Said anew" findings={come} />
      {cables.length > 0 && (
        <DataTable
          label="Cables that changed"
          rows={cables}
          keyOf={(c) => c.mark}
          columns={[
            { title: 'Cable', names: true, cell: (c) => c.mark },
            { title: 'Was', cell: (c) => c.before },
            { title: 'Is', cell: (c) => c.after },
          ]}
        />
      )}
      <DataTable
        label="Changes"
        rows={words.map((w, n) => ({ ...w, n }))}
        keyOf={(w) => w.n}
        columns={[
          {
            title: changes.length === 1 ? 'One change' : `${changes.length} changes`,
            names: true,
            cell: (w) => w.what,
          },
          { title: 'Was', cell: (w) => w.before },
          { title: 'Is', cell: (w) => w.after },
        ]}
      />
      {changes.length > MOST_CHANGES && <p className="dim">The first {MOST_CHANGES} are shown.</p>}
    </div>
  );
}

function Figures({ figures }: { figures: readonly FigureCompared[] }) {
  const money = useMe().data?.workshop?.currency ?? '';
  const unitOf = (f: FigureCompared) => (f.unit === 'money' ? money : f.unit);
  const step = ({ before, after }: FigureCompared) => {
    const by = Math.round((after - before) * 100) / 100;
    return by === 0 ? '' : `${by > 0 ? '+' : '−'}${Math.abs(by)}`;
  };
  return (
    <DataTable
      label="Figures"
      rows={figures}
      keyOf={(f) => f.name}
      rowClass={(f) => (f.before === f.after ? 'dim' : '')}
      columns={[
        { title: 'Figure', names: true, cell: (f) => f.name },
        { title: 'Was', right: true, className: 'num', cell: (f) => `${f.before} ${unitOf(f)}` },
        { title: 'Is', right: true, className: 'num', cell: (f) => `${f.after} ${unitOf(f)}` },
        { title: 'By', right: true, className: 'num', cell: step },
      ]}
    />
  );
}

function Said({ title, findings }: { title: string; findings: readonly Finding[] }) {
  if (findings.length === 0) return null;
  return (
    <section aria-label={title}>
      <h3 className="text-lg">{title}</h3>
      <ul className="list-disc pl-5 text-sm">
        {findings.map((f) => (
          <li key={f.id}>{f.says}</li>
        ))}
      </ul>
    </section>
  );
}
