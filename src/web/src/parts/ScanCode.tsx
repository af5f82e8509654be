import { useEffect, useRef, useState } from 'react';
import { FaultLine } from '../shell/faults';
import { say } from '../shell/words';
import css from './ScanCode.module.css';
import controls from './controls.module.css';

const everyMs = 150;

// Enough for a label at arm's length, and little enough to be read between two looks.
const widthPx = 480;

/** Reads the code of a printed label by the tablet's camera. The reader comes when it is first wanted. */
export function ScanCode({ onRead }: { onRead: (code: string) => void }) {
  const [isOpen, setOpen] = useState(false);
  const [fault, setFault] = useState('');
  return (
    <div className={css.scan}>
      <button type="button" className={controls.button} onClick={() => setOpen(!isOpen)}>
        {say(isOpen ? 'gear.scan-stop' : 'gear.scan')}
      </button>
      {isOpen && (
        <Camera
          onRead={(code) => {
            setOpen(false);
            onRead(code);
          }}
          onFault={() => {
            setOpen(false);
            setFault(say('gear.no-camera'));
          }}
        />
      )}
      <FaultLine says={fault} />
    </div>
  );
}

function Camera({ onRead, onFault }: { onRead: (code: string) => void; onFault: () => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const told = useRef({ onRead, onFault });
  told.current = { onRead, onFault };
  useEffect(() => {
    let stream: MediaStream | undefined;
    let looking = 0;
    let isGone = false;
    const open = async () => {
      const { default: read } = await import('jsqr');
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      if (isGone || !video.current) return close();
      video.current.srcObject = stream;
      await video.current.play();
      const canvas = document.createElement('canvas');
      const context = canvas.getContext('2d', { willReadFrequently: true })!;
      looking = window.setInterval(() => {
        const frame = video.current;
        if (!frame || frame.videoWidth === 0) return;
        [canvas.width, canvas.height] = [widthPx, Math.round((frame.videoHeight / frame.videoWidth) * widthPx)];
        context.drawImage(frame, 0, 0, canvas.width, canvas.height);
        const { data, width, height } = context.getImageData(0, 0, canvas.width, canvas.height);
        const found = read(data, width, height)?.data.trim();
        if (found) told.current.onRead(found);
      }, everyMs);
    };
    const close = () => {
      window.clearInterval(looking);
      stream?.getTracks().forEach((track) => track.stop());
    };
    open().catch(() => isGone || told.current.onFault());
    return () => {
      isGone = true;
      close();
    };
  }, []);
  return (
    <figure className={css.camera}>
      <video ref={video} muted playsInline aria-label={say('gear.scan-how')} />
      <figcaption>{say('gear.scan-how')}</figcaption>
    </figure>
  );
}
