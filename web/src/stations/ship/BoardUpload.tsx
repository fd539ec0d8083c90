import { replaceBoard } from '@ombrik/core/document/replaceBoard';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { boardBytes } from '../../ui/boardFile.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { reading } from '../../ui/reading.ts';

const MOST_TOLD = 200;

/** Puts a board document in the place of this one, as one edit that can be taken back; a bad file changes nothing. */
export function BoardUpload() {
  const job = useJob();
  const [problems, setProblems] = useState<string[]>([]);
  const upload = async (file: File) => {
    try {
      const checked = await reading('board', await boardBytes(file));
      if (!checked.ok)
        return setProblems([`${file.name} was refused; nothing was changed.`, ...checked.problems.slice(0, MOST_TOLD)]);
      setProblems([]);
      job.edit(`Replace the board from ${file.name}`.slice(0, 120), replaceBoard(job.board, checked.board));
    } catch (error) {
      const { name, message } = error as Error;
      setProblems([`${file.name}${name === 'SyntaxError' ? ' is not JSON' : ''}: ${message}. Nothing was changed.`]);
    }
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
