import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { say } from '../../shell/words';
import { addressOf, FacePanel } from './FacePanel';

type Line = Schemas['StoryLine'];

interface Props {
  lines: Line[];
  people: Record<string, string>;
  /** What the server made of the pictures itself. */
  secondGradings?: Schemas['SecondGradingLine'][];
  timeZone: string;
  onTakeBack?: (line: Line) => void;
  onMove?: (line: Line) => void;
  /** Whose pictures they are; without it they are told of in words alone. */
  termination?: string;
}

/** Lines of a strand's story, in the site's own time. */
export function StoryLines({ lines, people, secondGradings, timeZone, onTakeBack, onMove, termination }: Props) {
  const [opened, setOpened] = useState<Line>();
  const looks = lines.filter((line) => line.face);
  const before = opened && looks[looks.indexOf(opened) - 1];
  const when = new Intl.DateTimeFormat('en-CA', { dateStyle: 'short', timeStyle: 'short', hourCycle: 'h23', timeZone });
  return (
    <>
      <ol className="card story">
        {lines.map((line, index) => (
          <li key={line.event} className={line.effect}>
            {line.attempt > 0 && line.attempt !== lines[index - 1]?.attempt && (
              <h2>{say('story.attempt', { number: line.attempt })}</h2>
            )}
            <time dateTime={line.at}>{when.format(new Date(line.at))}</time>
            <div>
              <b>{line.what}</b> {line.to && <b>{people[line.to] ?? say('story.someone')}</b>}{' '}
              {line.read && <span className="figures">{line.read}</span>}{' '}
              {line.grade && <span className={line.grade}>{say(`grade.${line.grade}`)}</span>}
              {line.try > 1 && <small> · {say('story.try', { number: line.try })}</small>}
              {line.note && <p>{line.note}</p>}
              {line.sentBy && <p>{say('story.sent-by', { name: people[line.sentBy] ?? say('story.someone') })}</p>}
              {line.clockSaid && (
                <p className="doubtful">{say('story.clock-said', { said: when.format(new Date(line.clockSaid)) })}</p>
              )}
              {line.face && termination && (
                <button
                  className="seen"
                  aria-label={say('story.picture', { headline: line.face.view.headline })}
                  onClick={() => setOpened(line)}
                >
                  <img src={addressOf(termination, line.face.picture)} alt="" loading="lazy" />
                  <span className={line.face.view.tone}>{line.face.view.headline}</span>
                </button>
              )}
              {secondGradings
                ?.filter((second) => second.event === line.event)
                .map((second) => (
                  <p key={second.event} className={second.agrees ? '' : 'bad'}>
                    {second.says}
                  </p>
                ))}
            </div>
            <span className="actor">{people[line.actor] ?? say('story.someone')}</span>
            <span className="row no-print">
              {onTakeBack && line.mayTakeBack && (
                <button
                  className="quiet"
                  aria-label={say('story.take-back', { what: line.what })}
                  onClick={() => onTakeBack(line)}
                >
                  {say('story.take-back-short')}
                </button>
              )}
              {onMove && line.effect === 'counts' && line.isWork && (
                <button className="quiet" aria-label={say('story.move', { what: line.what })} onClick={() => onMove(line)}>
                  {say('story.move-short')}
                </button>
              )}
            </span>
          </li>
        ))}
      </ol>
      {opened?.face && termination && (
        <FacePanel
          termination={termination}
          face={opened.face}
          before={before?.face ?? undefined}
          onClose={() => setOpened(undefined)}
        />
      )}
    </>
  );
}
