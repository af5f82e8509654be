import { useEffect, useRef, useState, type ComponentProps, type DragEvent } from 'react';
import { FacePicture } from '../../drawing/FacePicture';
import { LimitAxis } from '../../drawing/LimitAxis';
import { FaultLine } from '../../shell/faults';
import { keyOf, useKeyList, useKeys } from '../../shell/keys';
import { say, type Key } from '../../shell/words';
import { KeyList } from '../bench/KeyList';
import { profiles, useGrade, type Profile } from './useGrade';

const blinkMs = 600;
const closest = 8;

/** A picture of an end face in; the verdict in words first, why, what to do next, and the picture with its marks. */
export function VerifyStation() {
  const [profile, setProfile] = useState<Profile>('sm-upc');
  const { shown, before, isGrading, fault, take } = useGrade(profile);
  const [picked, setPicked] = useState<number>();
  const [hasRings, setRings] = useState(false);
  const [hasMarks, setMarks] = useState(true);
  const [closeness, setCloseness] = useState(1);
  const [isBlinking, setBlinking] = useState(false);
  const [isOther, setOther] = useState(false);
  const [isListing, setListing] = useState(false);
  const choose = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!isBlinking) return;
    const clock = setInterval(() => setOther((is) => !is), blinkMs);
    return () => {
      clearInterval(clock);
      setOther(false);
    };
  }, [isBlinking]);
  const closer = () => setCloseness((is) => Math.min(closest, is * 1.5));
  const farther = () => setCloseness((is) => Math.max(1, is / 1.5));
  useKeyList();
  useKeys({
    zones: () => setRings((is) => !is),
    marks: () => setMarks((is) => !is),
    closer,
    farther,
    blink: () => setBlinking((is) => !is),
    picture: () => choose.current?.click(),
    keys: () => setListing(true),
  });
  const drop = (event: DragEvent) => {
    event.preventDefault();
    const file = event.dataTransfer.files[0];
    if (file) take(file);
  };
  const seen = isOther && before ? before : shown;
  const view = shown?.answer.view;
  return (
    <div className="page verify" onDragOver={(event) => event.preventDefault()} onDrop={drop}>
      <header className="row apart">
        <h1>{say('verify.title')}</h1>
        <label className="row">
          {say('verify.profile')}
          <select className="button" value={profile} onChange={(event) => setProfile(event.target.value as Profile)}>
            {profiles.map((one) => (
              <option key={one} value={one}>
                {say(`profile.${one}` as Key)}
              </option>
            ))}
          </select>
        </label>
      </header>
      <FileInput ref={choose} label={say('verify.take')} accept="image/png,image/jpeg,image/bmp" onTake={take} />
      <FileInput ref={camera} label={say('verify.camera')} accept="image/*" capture="environment" onTake={take} />
      <FaultLine says={fault} />
      <div className="verify-two">
        <section className="looked">
          {seen ? (
            <>
              <FacePicture
                {...seen}
                view={seen.answer.view}
                says={say('verify.picture', { headline: seen.answer.view.headline })}
                {...{ hasRings, hasMarks: hasMarks && seen === shown, picked, closeness }}
                onPick={setPicked}
              />
              <div className="row over-picture">
                <button className="button" aria-pressed={hasRings} onClick={() => setRings(!hasRings)}>
                  {say('verify.rings')} <kbd>{keyOf('zones')}</kbd>
                </button>
                <button className="button" aria-pressed={hasMarks} onClick={() => setMarks(!hasMarks)}>
                  {say('verify.marks')} <kbd>{keyOf('marks')}</kbd>
                </button>
                <button className="button" aria-label={say('verify.zoom-in')} onClick={closer}>
                  +
                </button>
                <button className="button" aria-label={say('verify.zoom-out')} onClick={farther}>
                  −
                </button>
                {before && (
                  <button className="button" aria-pressed={isBlinking} onClick={() => setBlinking(!isBlinking)}>
                    {say('verify.blink')} <kbd>{keyOf('blink')}</kbd>
                  </button>
                )}
                {seen === before && <b className="tag doubtful">{say('verify.before')}</b>}
              </div>
            </>
          ) : (
            <div className="drop">
              <h2>{say('verify.drop')}</h2>
              <p>{say('verify.how')}</p>
            </div>
          )}
        </section>
        <section className="card verdict" aria-busy={isGrading}>
          <div role="status">
            {isGrading ? (
              <p>{say('verify.grading')}</p>
            ) : view ? (
              <>
                <small>{say('verify.verdict')}</small>
                <h2 className={view.tone === 'none' ? '' : view.tone}>{view.headline}</h2>
              </>
            ) : null}
          </div>
          {view && (
            <>
              <p>{view.why.join(' ')}</p>
              {shown.answer.zones.length > 0 && (
                <table className="list">
                  <thead>
                    <tr>
                      <th scope="col">{say('verify.zone')}</th>
                      <th scope="col">{say('verify.scratches')}</th>
                      <th scope="col">{say('verify.defects')}</th>
                      <th scope="col">{say('verify.result')}</th>
                    </tr>
                  </thead>
                  <tbody>
                    {view.zones.map((zone) => (
                      <tr key={zone.name}>
                        <th scope="row">{zone.name}</th>
                        <td>
                          <b className="figures">{zone.scratches}</b>
                          <small>{zone.scratchLimit}</small>
                        </td>
                        <td>
                          <b className="figures">{zone.defects}</b>
                          <small>{zone.defectLimit}</small>
                        </td>
                        <td className={zone.tone === 'none' ? '' : zone.tone}>{zone.verdict}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
              <div className="do-next">
                <small>{say('verify.next')}</small>
                <h3>{view.next}</h3>
                {view.nextWhy && <p>{view.nextWhy}</p>}
              </div>
              <small>{[...view.quality, say('verify.unconfirmed')].join(' · ')}</small>
            </>
          )}
          <p className="caution">{say('caution.dark')}</p>
          <div className="row">
            <button className="main-action grow" onClick={() => choose.current?.click()}>
              {say(shown ? 'verify.another' : 'verify.take')}
            </button>
            <button className="button" onClick={() => camera.current?.click()}>
              {say('verify.camera')}
            </button>
          </div>
        </section>
      </div>
      {view && shown.answer.zones.length > 0 && (
        <section className="card">
          <h3>{say(view.marks.length ? 'verify.axis' : 'verify.clean')}</h3>
          <LimitAxis marks={view.marks} picked={picked} onPick={setPicked} />
        </section>
      )}
      {isListing && <KeyList onClose={() => setListing(false)} />}
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
