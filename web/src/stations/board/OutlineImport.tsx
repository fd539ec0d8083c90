import type { Command } from '@ombrik/core/document/commands';
import { newId } from '@ombrik/core/document/newId';
import type { Panel } from '@ombrik/core/document/panel/panel';
import type { DrawingFile, FileUnit, ImportedOutline } from '@ombrik/core/drawing/outlineImport';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { PickField } from '../../ui/PickField.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { bytesOf, reading } from '../../ui/reading.ts';

const UNITS: readonly FileUnit[] = ['mm', 'cm', 'm', 'inch', 'px'];
const MOST_MB = 4;

/** A panel's outline from a DXF or SVG drawing: the unit is asked, the contour checked, nothing changes before it is taken. */
export function OutlineImport({ panel }: { panel: Panel }) {
  const job = useJob();
  const [file, setFile] = useState<{ name: string; drawing: DrawingFile } | null>(null);
  const [unit, setUnit] = useState<FileUnit>('mm');
  const [found, setFound] = useState<ImportedOutline | null>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const judge = async (drawing: DrawingFile, as: FileUnit) => {
    try {
      setFound(await reading('outline', drawing, as));
      setProblems([]);
    } catch (error) {
      setFound(null);
      setProblems([(error as Error).message]);
    }
  };
  const read = async (chosen: File) => {
    setFound(null);
    setFile(null);
    try {
      const drawing = await reading('drawing', chosen.name, await bytesOf(chosen, MOST_MB));
      setFile({ name: chosen.name, drawing });
      const as = drawing.unit ?? 'mm';
      setUnit(as);
      await judge(drawing, as);
    } catch (error) {
      setProblems([`${chosen.name} was refused; nothing was changed. ${(error as Error).message}`]);
    }
  };
  const width = found ? Math.max(...found.outline.map((p) => p.xMm)) : 0;
  const height = found ? Math.max(...found.outline.map((p) => p.yMm)) : 0;
  const take = () => {
    if (!found || !file) return;
    const holes = found.holes.map((h) => ({ id: newId('ho'), ...h, lining: 'grommet' as const }));
    const commands: Command[] = [
      { kind: 'set', collection: 'panels', id: panel.id, field: 'outline', value: found.outline },
      {
        kind: 'set',
        collection: 'panels',
        id: panel.id,
        field: 'holes',
        value: [...panel.holes, ...holes].slice(0, 60),
      },
    ];
    if (job.edit(`${panel.name}: outline from ${file.name}`.slice(0, 120), commands)) {
      setFile(null);
      setFound(null);
    }
  };
  return (
    <section aria-label="Outline from a drawing" className="mt-1">
      <FileButton
        text="Outline from DXF or SVG …"
        accept=".dxf,.svg,image/svg+xml"
        small
        onFile={(file) => void read(file)}
      />
      {file && (
        <div className="mt-1 border border-base-300 p-2 text-[13px]">
          <label className="flex items-center gap-2">
            <span>
              {file.drawing.unit
                ? `The file says ${file.drawing.unit}; count it in`
                : 'The file names no unit; count it in'}
            </span>
            <PickField
              label="Unit of the drawing"
              hideLabel
              size="xs"
              className="w-auto"
              value={unit}
              options={UNITS.map((u) => [u, u] as const)}
              onPick={(picked) => {
                const as = picked;
                setUnit(as);
                void judge(file.drawing, as);
              }}
            />
          </label>
          {found && (
            <>
              <svg
                viewBox={`-4 -4 ${width + 8} ${height + 8}`}
                className="mt-1 h-[90px] w-full"
                role="img"
                aria-label="Outline found"
              >
                <polygon
                  points={found.outline.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
                  fill="var(--board)"
                  stroke="currentColor"
                  strokeWidth={Math.max(width, height) / 120}
                />
                {found.holes.map((h) => (
                  <circle key={`${h.xMm} ${h.yMm}`} cx={h.xMm} cy={h.yMm} r={h.diameterMm / 2} fill="var(--desk)" />
                ))}
              </svg>
              <p className="num text-xs">
                {Math.round(width)} × {Math.round(height)} mm, {found.outline.length} corners, {found.holes.length}{' '}
                holes
              </p>
              {found.left.length > 0 && <p className="dim text-xs">Left out: {found.left.join(', ')}</p>}
              <button type="button" className="btn btn-primary btn-xs mt-1" onClick={take}>
                Take this outline
              </button>
            </>
          )}
          <button type="button" className="btn btn-ghost btn-xs mt-1" onClick={() => setFile(null)}>
            Leave it
          </button>
        </div>
      )}
      <Problems problems={problems} onDismiss={() => setProblems([])} />
    </section>
  );
}
