import { useEffect, useRef } from 'react';
import type { CameraViewProps } from './CameraView';
import { type KitCodes, useKit } from '../base/context';
import { newCodes } from './sameCode';

/** Between two looks at the picture; a look takes some 20 ms, in a worker. */
const LOOK_MS = 180;
const WIDEST = 960;

export const hasCamera = ({ inFrame }: KitCodes): boolean =>
  inFrame !== null && typeof navigator !== 'undefined' && navigator.mediaDevices?.getUserMedia !== undefined;

/** The camera's picture, looked at until a code comes into sight, again and again. */
export function CameraView({ onCode, onProblem }: CameraViewProps) {
  const { attachments } = useKit();
  const video = useRef<HTMLVideoElement>(null);
  const latest = useRef({ attachments, onCode, onProblem });
  latest.current = { attachments, onCode, onProblem };
  useEffect(() => {
    let stream: MediaStream | null = null;
    let isOver = false;
    const isNew = newCodes();
    const canvas = document.createElement('canvas');
    const context = canvas.getContext('2d', { willReadFrequently: true });
    const look = async () => {
      const picture = video.current;
      if (!picture || !context || picture.videoWidth === 0) return;
      const scale = Math.min(1, WIDEST / picture.videoWidth);
      canvas.width = Math.round(picture.videoWidth * scale);
      canvas.height = Math.round(picture.videoHeight * scale);
      context.drawImage(picture, 0, 0, canvas.width, canvas.height);
      const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
      const { codes } = latest.current.attachments;
      const code = await codes.inFrame?.(data as Uint8ClampedArray, canvas.width, canvas.height);
      if (code && !isOver && isNew(code, performance.now())) latest.current.onCode(code);
    };
    const watch = async () => {
      try {
        stream = await navigator.mediaDevices.getUserMedia({
          video: { facingMode: 'environment', width: { ideal: 1280 } },
          audio: false,
        });
        if (isOver) return stop();
        if (video.current) video.current.srcObject = stream;
      } catch {
        latest.current.onProblem(
          'The camera cannot be used: there is none, or this page may not. Choose a picture, or type the code.',
        );
        return;
      }
      while (!isOver) {
        await look().catch(() => undefined);
        await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
      }
    };
    const stop = () => stream?.getTracks().forEach((track) => track.stop());
    void watch();
    return () => {
      isOver = true;
      stop();
    };
  }, []);
  return (
    <video
      ref={video}
      aria-label="What the camera sees"
      autoPlay
      muted
      playsInline
      style={{ width: '100%', maxHeight: 240, objectFit: 'cover', borderRadius: 12, background: '#000' }}
    />
  );
}
