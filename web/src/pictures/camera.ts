import { useCallback, useEffect, useRef, useState } from 'react';

/** Whether a picture can be taken inside the page: a browser gives its camera to loopback and https only. */
export const liveCamera = () => isSecureContext && navigator.mediaDevices?.getUserMedia !== undefined;

/** Where a hand takes a picture from first: a finger has the camera, a mouse the files. */
export const pictureFrom = () => (matchMedia('(pointer: coarse)').matches ? 'camera' : 'file');

export type Camera = { stream: MediaStream | null; problem: string | null };

/** The camera while a picture is being taken; it is let go as soon as the guide closes. */
export function useCamera(on: boolean): Camera {
  const [camera, setCamera] = useState<Camera>({ stream: null, problem: null });
  useEffect(() => {
    if (!on) return;
    let closed = false;
    let opened: MediaStream | null = null;
    const release = (stream: MediaStream | null) => {
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
    navigator.mediaDevices
      .getUserMedia({
        audio: false,
        video: { facingMode: { ideal: 'environment' }, width: { ideal: 1920 }, height: { ideal: 1440 } },
      })
      .then((stream) => {
        if (closed) return release(stream);
        opened = stream;
        setCamera({ stream, problem: null });
      })
      .catch((error: unknown) => {
        const refused = error instanceof DOMException && error.name === 'NotAllowedError';
        setCamera({
          stream: null,
          problem: refused
            ? 'The camera is not allowed for this page. Allow it in the browser, or choose a file instead.'
            : 'No camera answers here. Choose a file instead.',
        });
      });
    return () => {
      closed = true;
      release(opened);
      setCamera({ stream: null, problem: null });
    };
  }, [on]);
  return camera;
}

/**
 * How far the device is rolled off level, −1 to 1 for the bubble of the guide, or null where the device does not say.
 * It is a help for the hand and never a reading.
 */
export function useRoll(on: boolean): number | null {
  const [roll, setRoll] = useState<number | null>(null);
  useEffect(() => {
    if (!on) return;
    const hear = (event: DeviceMotionEvent) => {
      const g = event.accelerationIncludingGravity;
      if (g?.x == null || g.y == null) return;
      const turned = screen.orientation?.angle ?? 0;
      const sideways = turned === 90 ? -g.y : turned === 270 ? g.y : turned === 180 ? -g.x : g.x;
      setRoll(Math.min(Math.max(sideways / 1.7, -1), 1));
    };
    addEventListener('devicemotion', hear);
    return () => removeEventListener('devicemotion', hear);
  }, [on]);
  return roll;
}

/** The frame that is up, as a JPEG at the camera's own size. */
export function snap(video: HTMLVideoElement): Promise<Blob> {
  const canvas = document.createElement('canvas');
  canvas.width = video.videoWidth;
  canvas.height = video.videoHeight;
  canvas.getContext('2d')?.drawImage(video, 0, 0);
  return new Promise((done, fail) =>
    canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('The picture was not taken. Try again.'))), 'image/jpeg', 0.92),
  );
}

/** Keeps the screen lit while a picture is being set up, where the browser can. Elsewhere it goes dark as it always does. */
export function useAwake(on: boolean) {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    // A lock is let go when the page is hidden, and taken anew when it is seen again.
    const hold = () => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock
        .request('screen')
        .then((got) => {
          if (over) void got.release();
          else lock = got;
        })
        .catch(() => undefined);
    };
    hold();
    document.addEventListener('visibilitychange', hold);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', hold);
      void lock?.release();
    };
  }, [on]);
}

/** Counts whole seconds down and then does something once; it ends when the guide does. */
export function useCountdown(on: boolean, atZero: () => void) {
  const [left, setLeft] = useState<number | null>(null);
  const act = useRef(atZero);
  act.current = atZero;
  const stop = useCallback(() => setLeft(null), []);
  useEffect(() => {
    if (!on) setLeft(null);
  }, [on]);
  useEffect(() => {
    if (left === null) return;
    if (left === 0) {
      setLeft(null);
      act.current();
      return;
    }
    const tick = setTimeout(() => setLeft(left - 1), 1000);
    return () => clearTimeout(tick);
  }, [left]);
  return { left, begin: setLeft, stop };
}
