import type { Schemas } from '../../api/client';

export type StoryLine = Schemas['StoryLine'];

/** What happened in one stage of one attempt, one thing after another. */
export interface StoryGroup {
  attempt: number;
  /** In words; empty for what belongs to no stage. */
  stage: string;
  lines: StoryLine[];
  /** Nothing in it wants to be read: all of it counts, is good, and was said without a remark. */
  isQuiet: boolean;
}

const isQuiet = (line: StoryLine) =>
  line.effect === 'counts' &&
  (line.grade ?? 'good') === 'good' &&
  line.isWork &&
  !line.note &&
  !line.face &&
  !line.sentBy &&
  !line.clockSaid;

/** A story by attempts and stages. What is no step belongs to the stage that it happened in. */
export function groupsOf(lines: StoryLine[]): StoryGroup[] {
  const groups: StoryGroup[] = [];
  for (const line of lines) {
    const last = groups.at(-1);
    const goesOn = last && last.attempt === line.attempt && (!line.stage || !last.stage || last.stage === line.stage);
    if (goesOn) {
      last.lines.push(line);
      last.stage ||= line.stage ?? '';
      last.isQuiet &&= isQuiet(line);
    } else groups.push({ attempt: line.attempt, stage: line.stage ?? '', lines: [line], isQuiet: isQuiet(line) });
  }
  return groups;
}
