import { useRef, type ComponentProps } from 'react';
import { FaultLine } from '../shell/faults';
import { keyOf, useKeyList, useKeys } from '../shell/keys';
import { say } from '../shell/words';
import { hands, useMicroscope } from './useMicroscope';
import css from './PictureSources.module.css';
import controls from './controls.module.css';

const first = `${controls.mainAction} ${css.first}`;

/** Where a picture comes from: the microscope when there is one, a file, the camera. A stand-in can be lent hands. */
export function PictureSources({ isAnother, onTake }: { isAnother: boolean; onTake: (picture: Blob) => void }) {
  const file = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  const microscope = useMicroscope();
  const look = async () => {
    const frame = await microscope.frame();
    if (frame) onTake(frame);
  };
  useKeyList();
  useKeys({ picture: () => file.current?.click(), look: () => (microscope.isThere ? void look() : file.current?.click()) });
  return (
    <div className={css.sources} data-part="sources">
      <FileInput ref={file} label={say('verify.take')} accept="image/png,image/jpeg,image/bmp" onTake={onTake} />
      <FileInput ref={camera} label={say('verify.camera')} accept="image/*" capture="environment" onTake={onTake} />
      <FaultLine says={microscope.fault} />
      <div className="row">
        {microscope.isThere && (
          <button
            type="button"
            className={isAnother ? controls.button : first}
            disabled={microscope.isBusy}
            onClick={() => void look()}
          >
            {say(isAnother ? 'verify.look-again' : 'verify.look')} <kbd>{keyOf('look')}</kbd>
          </button>
        )}
        <button
          type="button"
          className={microscope.isThere || isAnother ? controls.button : first}
          onClick={() => file.current?.click()}
        >
          {say('verify.file')} <kbd>{keyOf('picture')}</kbd>
        </button>
        <button type="button" className={controls.button} onClick={() => camera.current?.click()}>
          {say('verify.camera')}
        </button>
      </div>
      {microscope.isStandIn && (
        <details className={css.hands}>
          <summary>{say('hands.what')}</summary>
          <div className="row">
            {hands.map((act) => (
              <button
                type="button"
                key={act}
                className={controls.button}
                disabled={microscope.isBusy}
                onClick={() => void microscope.lend(act)}
              >
                {say(`hands.${act}`)}
              </button>
            ))}
          </div>
        </details>
      )}
    </div>
  );
}

/** A file from disk or camera. Choosing the same one again counts. */
function FileInput({ label, onTake, ...input }: { label: string; onTake: (file: File) => void } & ComponentProps<'input'>) {
  return (
    <input
      {...input}
      type="file"
      hidden
      aria-label={label}
      onChange={(event) => {
        const file = event.target.files?.[0];
        event.target.value = '';
        if (file) onTake(file);
      }}
    />
  );
}
