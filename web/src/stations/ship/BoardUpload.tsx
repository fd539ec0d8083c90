import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { boardSchema } from '@ombrik/core/document/boardSchema';
import { referenceProblems } from '@ombrik/core/document/references';
import { replaceBoard } from '@ombrik/core/document/replaceBoard';
import { problemsOf } from '@ombrik/core/document/schemaKit';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { Problems } from '../../ui/Problems.tsx';

/** Puts a board document in the place of this one, as one edit that can be taken back; a bad file changes nothing. */
export function BoardUpload() {
  const job = useJob();
  const [problems, setProblems] = useState<string[]>([]);
  const upload = async (file: File) => {
    let value: unknown;
    try {
      value = JSON.parse(await file.text());
    } catch (error) {
      return setProblems([`${file.name} is not JSON: ${(error as Error).message}. Nothing was changed.`]);
    }
    const shape = problemsOf(boardSchema, value);
    const found = shape.length > 0 ? shape : referenceProblems(value as Board, genericCatalogue);
    if (found.length > 0) return setProblems([`${file.name} was refused; nothing was changed.`, ...found]);
    setProblems([]);
    job.edit(`Replace the board from ${file.name}`.slice(0, 120), replaceBoard(job.board, value as Board));
  };
  return (
    <div className="grid gap-2">
      <FileButton
        text="Put a board file in its place"
        accept="application/json,.json"
        onFile={(file) => void upload(file)}
      />
      <Problems problems={problems} onDismiss={() => setProblems([])} />
    </div>
  );
}
