import { type PointerEvent, useEffect, useRef, useState } from 'react';

interface MarksProps {
  picture: Blob;
  onKeep: (picture: Blob) => void;
  onClose: () => void;
}
type Stroke = { x: number; y: number }[];

const BIG = 'btn h-22 min-h-22 min-w-16 text-2xl!';
/** Larger pictures take long on a bad network and show no more. */
const LONGEST_PX = 1600;
const QUALITY = 0.85;

/** A photo that was taken, with marks drawn on it by a finger, before it is kept. */
export function PhotoMarks({ picture, onKeep, onClose }: MarksProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const image = useRef<ImageBitmap | null>(null);
  const [strokes, setStrokes] = useState<readonly Stroke[]>([]);
  const [ready, setReady] = useState(false);
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    let alive = true;
    createImageBitmap(picture).then(
      (bitmap) => {
        if (!alive) return;
        image.current = bitmap;
        setReady(true);
      },
      () => alive && setWrong(true),
    );
    return () => {
      alive = false;
    };
  }, [picture]);
  useEffect(() => {
    if (ready && canvas.current && image.current) draw(canvas.current, image.current, strokes);
  }, [ready, strokes]);
  const at = (e: PointerEvent<HTMLCanvasElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    return { x: (e.clientX - box.left) / box.width, y: (e.clientY - box.top) / box.height };
  };
  const keep = () => canvas.current?.toBlob((marked) => onKeep(marked ?? picture), 'image/jpeg', QUALITY);
  return (
    <section
      aria-label="Marks on the photo"
      className="fixed inset-0 z-50 grid grid-rows-[minmax(0,1fr)_auto] bg-base-100"
    >
      <div className="flex min-h-0 items-center justify-center p-3">
        {wrong ? (
          <p className="text-2xl text-warning">This is no picture the browser can show.</p>
        ) : (
          <canvas
            ref={canvas}
            aria-label="Photo; draw on it with a finger"
            className="max-h-full max-w-full touch-none"
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              const point = at(e);
              setStrokes((all) => [...all, [point]]);
            }}
            onPointerMove={(e) => {
              if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
              const point = at(e);
              setStrokes((all) => [...all.slice(0, -1), [...(all.at(-1) ?? []), point]]);
            }}
          />
        )}
      </div>
      <footer className="flex flex-wrap gap-3 border-t border-base-300 p-3">
        <button type="button" className={BIG} onClick={onClose}>
          Throw away
        </button>
        <button
          type="button"
          className={BIG}
          disabled={strokes.length === 0}
          onClick={() => setStrokes((all) => all.slice(0, -1))}
        >
          ↶ Mark
        </button>
        <button type="button" className={`${BIG} btn-primary flex-1`} disabled={!ready} onClick={keep}>
          Keep the photo →
        </button>
      </footer>
    </section>
  );
}

function draw(canvas: HTMLCanvasElement, image: ImageBitmap, strokes: readonly Stroke[]): void {
  const scale = Math.min(1, LONGEST_PX / Math.max(image.width, image.height));
  canvas.width = Math.round(image.width * scale);
  canvas.height = Math.round(image.height * scale);
  const to = canvas.getContext('2d');
  if (!to) return;
  to.drawImage(image, 0, 0, canvas.width, canvas.height);
  to.lineCap = 'round';
  to.lineJoin = 'round';
  // A light edge under the mark: it is seen on dark and on bright.
  for (const [colour, width] of [
    ['#ffffff', 0.014],
    ['#d01c1c', 0.008],
  ] as const) {
    to.strokeStyle = colour;
    to.lineWidth = Math.max(canvas.width, canvas.height) * width;
    for (const stroke of strokes) {
      to.beginPath();
      for (const [i, p] of stroke.entries()) {
        const [x, y] = [p.x * canvas.width, p.y * canvas.height];
        if (i === 0) to.moveTo(x, y);
        to.lineTo(x, y);
      }
      to.stroke();
    }
  }
}
