import { useOutbox } from '../../shell/outbox';
import { tablet, type Waiting } from '../../shell/tablet';
import { say } from '../../shell/words';
import css from './Outbox.module.css';
import controls from '../../parts/controls.module.css';

/** What is saved on this tablet and not yet on the server, and what the server refused and why. */
export function Outbox() {
  const { waiting, refused, pictures } = useOutbox();
  return (
    <div className="page">
      <h1>{say('outbox.title')}</h1>
      <p>{say('outbox.what')}</p>
      {refused.length > 0 && (
        <section className="card look">
          <h2>{say('outbox.refused', { count: refused.length })}</h2>
          {refused.map((row) => (
            <div className={`row ${css.outbox}`} key={row.sequence}>
              <Said row={row} />
              <b className="bad">{row.refused}</b>
              <button
                className={controls.button}
                onClick={() => void tablet.outbox.update(row.sequence, { refused: undefined })}
                aria-label={say('outbox.again-one', { number: row.sequence })}
              >
                {say('outbox.again')}
              </button>
              <button
                className={controls.button}
                onClick={() => void tablet.outbox.delete(row.sequence)}
                aria-label={say('outbox.drop-one', { number: row.sequence })}
              >
                {say('outbox.drop')}
              </button>
            </div>
          ))}
        </section>
      )}
      <section className="card">
        <h2>{say('outbox.waiting', { count: waiting.length })}</h2>
        {waiting.length === 0 && <p>{say('outbox.none')}</p>}
        {waiting.map((row) => (
          <div className={`row ${css.outbox}`} key={row.sequence}>
            <Said row={row} />
          </div>
        ))}
      </section>
      {pictures.length > 0 && (
        <section className="card">
          <h2>{say('outbox.pictures', { count: pictures.length })}</h2>
          {pictures.map((picture) => (
            <div className={`row ${css.outbox}`} key={picture.termination + picture.hash}>
              <span className="figures">{picture.hash.slice(0, 12)}</span>
              <span>{say('outbox.bytes', { kilobytes: Math.ceil(picture.file.size / 1024) })}</span>
              {picture.refused && (
                <>
                  <b className="bad">{picture.refused}</b>
                  <button
                    className={controls.button}
                    onClick={() => void tablet.pictures.delete([picture.termination, picture.hash])}
                  >
                    {say('outbox.drop')}
                  </button>
                </>
              )}
            </div>
          ))}
        </section>
      )}
    </div>
  );
}

function Said({ row }: { row: Waiting }) {
  return (
    <>
      <span className="figures">{row.sequence}</span>
      <span>{say(`kind.${row.event.body.kind}`)}</span>
      <span>{say('outbox.strands', { count: row.streams.length })}</span>
      <time dateTime={row.event.at}>{new Date(row.event.at).toLocaleString('en-CA', { hourCycle: 'h23' })}</time>
    </>
  );
}
