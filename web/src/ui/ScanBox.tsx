import { useState } from 'react';
import { answer, api, problemsIn } from '../app/api.ts';

/** Takes what a scanner types, or what is printed beside the code, and says where it leads. */
export function ScanBox({ onFound }: { onFound: (found: { path: string; stockId: string | null }) => void }) {
  const [text, setText] = useState('');
  const [problem, setProblem] = useState('');
  const look = async () => {
    const code = text.trim();
    if (code === '') return;
    setText('');
    try {
      const found = await answer(api.scan.$get({ query: { code } } as never));
      setProblem('');
      onFound(found);
    } catch (error) {
      setProblem(problemsIn(error).join('; '));
    }
  };
  return (
    <span className="grid">
      <input
        className="input input-sm w-36"
        id="scan"
        aria-label="Scan or type a code"
        placeholder="scan, or 401/W12"
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') void look();
        }}
      />
      {problem && (
        <span role="alert" className="max-w-[260px] text-xs text-error">
          {problem}
        </span>
      )}
    </span>
  );
}
