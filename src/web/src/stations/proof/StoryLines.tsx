import { Dropdown } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { Icon } from '../../parts/icons';
import { say } from '../../shell/words';
import { addressOf, FacePanel } from './FacePanel';
import { groupsOf, type StoryGroup, type StoryLine } from './storyGroups';
import css from './StoryLines.module.css';

interface Props {
  lines: StoryLine[];
  people: Record<string, string>;
  /** What the server made of the pictures itself. */
  secondGradings?: Schemas['SecondGradingLine'][];
  timeZone: string;
  onTakeBack?: (line: StoryLine) => void;
  onMove?: (line: StoryLine) => void;
  /** Whose pictures they are; without it they are told of in words alone. */
  termination?: string;
  isNarrow?: boolean;
}

/** A strand's story in the site's own time: by attempt and stage, folded where all went well. */
export function StoryLines(props: Props) {
  const { lines, termination } = props;
  const [opened, setOpened] = useState<StoryLine>();
  const looks = lines.filter((line) => line.face);
  const before = opened && looks[looks.indexOf(opened) - 1];
  const groups = groupsOf(lines);
  return (
    <>
      <div className={`${css.story} ${props.isNarrow ? css.narrow : ''}`} data-part="story">
        {groups.map((group, index) => (
          <div key={group.lines[0]!.event}>
            {group.attempt > 0 && group.attempt !== groups[index - 1]?.attempt && (
              <h2>
                {say('story.attempt', { number: group.attempt })} <small>{dayOf(group.lines[0]!, props.timeZone)}</small>
              </h2>
            )}
            <Group group={group} {...props} onOpen={setOpened} />
          </div>
        ))}
      </div>
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

/** The site's day of a line. */
const dayOf = ({ at }: StoryLine, timeZone: string) =>
  new Intl.DateTimeFormat('en-CA', { dateStyle: 'short', timeZone }).format(new Date(at));

type GroupProps = Props & { group: StoryGroup; onOpen: (line: StoryLine) => void };

function Group({ group, ...props }: GroupProps) {
  const clock = new Intl.DateTimeFormat('en-CA', { timeStyle: 'short', hourCycle: 'h23', timeZone: props.timeZone });
  const first = group.lines[0]!;
  const lines = (
    <ol>
      {group.lines.map((line) => (
        <Line key={line.event} line={line} {...props} />
      ))}
    </ol>
  );
  if (!group.stage) return lines;
  return (
    <details open={!group.isQuiet}>
      <summary>
        <b>{group.stage}</b>
        <span className={group.isQuiet ? 'good' : ''}>
          {group.isQuiet ? say('story.all-good', { count: group.lines.length }) : ''}
        </span>
        <time dateTime={first.at}>{clock.format(new Date(first.at))}</time>
      </summary>
      {lines}
    </details>
  );
}

interface LineProps extends Omit<Props, 'lines'> {
  line: StoryLine;
  onOpen: (line: StoryLine) => void;
}

function Line({ line, people, secondGradings, timeZone, onTakeBack, onMove, termination, onOpen }: LineProps) {
  const clock = new Intl.DateTimeFormat('en-CA', { timeStyle: 'short', hourCycle: 'h23', timeZone });
  const when = new Intl.DateTimeFormat('en-CA', { dateStyle: 'short', timeStyle: 'short', hourCycle: 'h23', timeZone });
  const nameOf = (person: string) => people[person] ?? say('story.someone');
  const ways = [
    ...(onTakeBack && line.mayTakeBack
      ? [{ key: 'back', label: say('story.take-back-short'), onClick: () => onTakeBack(line) }]
      : []),
    ...(onMove && line.effect === 'counts' && line.isWork
      ? [{ key: 'move', label: say('story.move-short'), onClick: () => onMove(line) }]
      : []),
  ];
  return (
    <li className={css[line.effect] ?? ''}>
      <time dateTime={line.at} title={when.format(new Date(line.at))}>
        {line.attempt > 0 ? clock.format(new Date(line.at)) : when.format(new Date(line.at))}
      </time>
      <div className={css.what}>
        <b>{line.what}</b> {line.to && <b>{nameOf(line.to)}</b>}
        {line.try > 1 && <small> · {say('story.try', { number: line.try })}</small>}
        {line.note && <p>{line.note}</p>}
        {line.sentBy && <p>{say('story.sent-by', { name: nameOf(line.sentBy) })}</p>}
        {line.clockSaid && <p className="doubtful">{say('story.clock-said', { said: when.format(new Date(line.clockSaid)) })}</p>}
        {line.face && termination && (
          <button
            className={css.seen}
            data-part="seen"
            aria-label={say('story.picture', { headline: line.face.view.headline })}
            onClick={() => onOpen(line)}
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
      <span className={`${css.read} figures`}>{line.read}</span>
      <span className={line.grade ?? ''}>{line.grade && say(`grade.${line.grade}`)}</span>
      <span className={css.actor}>{nameOf(line.actor)}</span>
      {ways.length > 0 ? (
        <Dropdown menu={{ items: ways }} trigger={['click']} placement="bottomRight">
          <button className={`${css.ways} no-print`} aria-label={say('story.ways', { what: line.what })}>
            <Icon name="more" size={20} />
          </button>
        </Dropdown>
      ) : (
        <span />
      )}
    </li>
  );
}
