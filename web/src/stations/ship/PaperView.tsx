import { GlobalWorkerOptions, getDocument } from 'pdfjs-dist';
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url';
import { useEffect, useRef, useState } from 'react';
import { Waiting } from '../../ui/states/Waiting.tsx';

GlobalWorkerOptions.workerSrc = workerUrl;

/** Why there is no paper, in the server's words. */
async function refusalIn(response: Response): Promise<string> {
  const { problems } = (await response.json().catch(() => ({}))) as { problems?: string[] };
  return problems?.join(' ') ?? `The paper could not be fetched: ${response.status}`;
}

/** A paper as it will print, its pages side by side. Drawn here, because tablets show no PDF inside a page. */
export function PaperView({ src, title }: { src: string; title: string }) {
  const holder = useRef<HTMLDivElement>(null);
  const [said, setSaid] = useState<string | null>(null);
  useEffect(() => {
    let current = true;
    let task: ReturnType<typeof getDocument> | null = null;
    setSaid(null);
    const draw = async () => {
      try {
        const response = await fetch(src);
        if (!response.ok) throw new Error(await refusalIn(response));
        const data = await response.arrayBuffer();
        if (!current) return;
        task = getDocument({ data });
        const paper = await task.promise;
        const pages: HTMLCanvasElement[] = [];
        for (let n = 1; n <= paper.numPages && current; n++) {
          const page = await paper.getPage(n);
          const viewport = page.getViewport({ scale: 1.5 });
          const canvas = document.createElement('canvas');
          canvas.width = viewport.width;
          canvas.height = viewport.height;
          canvas.setAttribute('role', 'img');
          canvas.setAttribute('aria-label', `${title}, page ${n} of ${paper.numPages}`);
          canvas.className = 'border border-base-300 bg-white';
          canvas.style.width = `${viewport.width / 2.1}px`;
          await page.render({ canvas, viewport }).promise;
          pages.push(canvas);
        }
        if (!current) return;
        holder.current?.replaceChildren(...pages);
        setSaid('');
      } catch (error) {
        if (current) setSaid((error as Error).message);
      }
    };
    void draw();
    return () => {
      current = false;
      void task?.destroy();
    };
  }, [src, title]);
  return (
    <div className="relative overflow-auto p-4" style={{ background: 'var(--desk)' }}>
      {said === null && <Waiting what="Fetching the paper" shape="drawing" className="" />}
      {said && (
        <p role="alert" className="dim">
          {said}
        </p>
      )}
      <div ref={holder} className="flex flex-wrap items-start gap-4" />
    </div>
  );
}
