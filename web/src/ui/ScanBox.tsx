import { Camera } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { answer, api, problemsIn } from '../app/api.ts';

/** The decoder comes when it is wanted: few devices look with their camera. */
const CameraScan = lazy(() => import('./CameraScan.tsx').then((m) => ({ default: m.CameraScan })));

/** Takes what a scanner types, what is printed beside the code, or what the camera reads, and says where it leads. */
export function ScanBox({ onFound }: { onFound: (found: { path: string; stockId: string | null }) => void }) {
  const [text, setText] = useState('');
  const [problem, setProblem] = useState('');
  const [camera, setCamera] = useState(false);
  const look = async (said: string) => {
    const code = said.trim();
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
      <span className="flex items-center gap-1">
        <input
          className="input input-sm w-36"
          id="scan"
          aria-label="Scan or type a code"
          placeholder="scan, or 401/W12"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') void look(text);
          }}
        />
        <button
          type="button"
          className="btn btn-sm btn-square"
          aria-label="Scan with the camera"
          title="Scan with the camera"
          onClick={() => setCamera(true)}
        >
          <Camera size={16} aria-hidden />
        </button>
      </span>
      {camera && (
        <Suspense fallback={null}>
          <CameraScan
            onCode={(code) => {
              setCamera(false);
              void look(code);
            }}
            onClose={() => setCamera(false)}
          />
        </Suspense>
      )}
      {problem && (
        <span role="alert" className="max-w-[260px] text-xs text-error">
          {problem}
        </span>
      )}
    </span>
  );
}
