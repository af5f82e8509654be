import { useEffect, useRef, useState, type DragEvent } from 'react';
import { FacePicture } from '../../drawing/FacePicture';
import { LimitAxis } from '../../drawing/LimitAxis';
import { FaultLine } from '../../shell/faults';
import { say, type Key } from '../../shell/words';
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
  useEffect(() => {
    const acts: Record<string, () => void> = {
      z: () => setRings((is) => !is),
      m: () => setMarks((is) => !is),
      '+': () => setCloseness((is) => Math.min(closest, is * 1.5)),
      '-': () => setCloseness((is) => Math.max(1, is / 1.5)),
      '0': () => setCloseness(1),
      b: () => setBlinking((is) => !is),
      p: () => choose.current?.click(),
    };
    const hear = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || (event.target as HTMLElement).closest('input, select, textarea'))
        return;
      acts[event.key]?.();
    };
    window.addEventListener('keydown', hear);
    return () => window.removeEventListener('keydown', hear);
  }, []);
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
      <input
        ref={choose}
        type="file"
        hidden
        aria-label={say('verify.take')}
        accept="image/png,image/jpeg,image/bmp"
        onChange={(event) => event.target.files?.[0] && take(event.target.files[0])}
      />
      <input
        ref={camera}
        type="file"
        hidden
        aria-label={say('verify.camera')}
        accept="image/*"
        capture="environment"
        onChange={(event) => event.target.files?.[0] && take(event.target.files[0])}
      />
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
                  {say('verify.rings')} <kbd>z</kbd>
                </button>
                <button className="button" aria-pressed={hasMarks} onClick={() => setMarks(!hasMarks)}>
                  {say('verify.marks')} <kbd>m</kbd>
                </button>
                <button
                  className="button"
                  aria-label={say('verify.zoom-in')}
                  onClick={() => setCloseness(Math.min(closest, closeness * 1.5))}
                >
                  +
                </button>
                <button
                  className="button"
                  aria-label={say('verify.zoom-out')}
                  onClick={() => setCloseness(Math.max(1, closeness / 1.5))}
                >
                  −
                </button>
                {before && (
                  <button className="button" aria-pressed={isBlinking} onClick={() => setBlinking(!isBlinking)}>
                    {say('verify.blink')} <kbd>b</kbd>
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
    </div>
  );
}
