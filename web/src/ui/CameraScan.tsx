import jsQR from 'jsqr';
import { X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';

/** Often enough for a hand that holds still for a moment, seldom enough for the battery. */
const LOOK_EVERY_MS = 150;
/** What is looked at is no larger: a code that fills a third of it is read. */
const WIDEST = 800;

/** Why there is no picture, and what helps. */
function troubleOf(error: unknown): string {
  if (!navigator.mediaDevices)
    return 'Browsers open the camera on https and on this machine only; type what stands beside the code.';
  const name = error instanceof Error ? error.name : '';
  if (name === 'NotAllowedError')
    return 'The camera may not be used: allow it in the browser’s settings for this page.';
  if (name === 'NotFoundError') return 'This device has no camera; type what stands beside the code.';
  return `The camera cannot be opened (${name || 'unknown'}); type what stands beside the code.`;
}

/** Reads a code with the device's camera; closes by itself once one is read. */
export function CameraScan({ onCode, onClose }: { onCode: (text: string) => void; onClose: () => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const dialog = useRef<HTMLDialogElement>(null);
  const [trouble, setTrouble] = useState('');
  const found = useRef(onCode);
  found.current = onCode;
  useEffect(() => {
    dialog.current?.showModal();
    let stream: MediaStream | null = null;
    let timer: ReturnType<typeof setInterval> | undefined;
    let over = false;
    const canvas = document.createElement('canvas');
    const pen = canvas.getContext('2d', { willReadFrequently: true });
    const look = () => {
      const seen = video.current;
      if (!seen || !pen || seen.videoWidth === 0) return;
      const scale = Math.min(1, WIDEST / seen.videoWidth);
      canvas.width = Math.round(seen.videoWidth * scale);
      canvas.height = Math.round(seen.videoHeight * scale);
      pen.drawImage(seen, 0, 0, canvas.width, canvas.height);
      const { data, width, height } = pen.getImageData(0, 0, canvas.width, canvas.height);
      const code = jsQR(data, width, height, { inversionAttempts: 'dontInvert' });
      if (!code || code.data === '' || over) return;
      over = true;
      navigator.vibrate?.(60);
      found.current(code.data);
    };
    void (async () => {
      try {
        const opened = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
        if (over) {
          for (const track of opened.getTracks()) track.stop();
          return;
        }
        stream = opened;
        video.current!.srcObject = stream;
        await video.current!.play();
        timer = setInterval(look, LOOK_EVERY_MS);
      } catch (error) {
        if (!over) setTrouble(troubleOf(error));
      }
    })();
    return () => {
      over = true;
      clearInterval(timer);
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
  }, []);
  return (
    <dialog
      ref={dialog}
      className="m-auto w-[min(28rem,calc(100vw-24px))] rounded-md border border-base-300 bg-base-100 p-4 text-base-content backdrop:bg-black/40"
      aria-label="Scan with the camera"
      onClose={onClose}
    >
      <div className="grid gap-3">
        <div className="flex items-center justify-between">
          <h2 className="text-xl">Hold the code into the picture</h2>
          <button type="button" className="btn btn-square" aria-label="Close" onClick={() => dialog.current?.close()}>
            <X size={18} aria-hidden />
          </button>
        </div>
        {trouble ? (
          <p role="alert">{trouble}</p>
        ) : (
          <video ref={video} muted playsInline className="aspect-[4/3] w-full bg-neutral object-cover" />
        )}
      </div>
    </dialog>
  );
}
