import type { Schemas } from '../api/client';
import { subjectsOf } from '../shell/tablet';
import { say } from '../shell/words';
import { exportsOf } from './runtime';

/** The rulebook, compiled to WebAssembly: the same code as the server's. It takes and gives JSON text. */
interface Exports {
  AddLadder(id: string, version: number, json: string): void;
  AddRecipe(id: string, version: number, json: string): void;
  AddProfile(json: string): void;
  Hold(streams: string, events: string): void;
  HoldEnd(end: string, events: string): void;
  ViewEnd(end: string, strand: string, unit: string): string;
  ActEnd(place: string, strand: string, unit: string, step: string, read: string, reason: string, stamp: string): string;
  Add(events: string): void;
  Keep(): void;
  View(request: string, shown: string, isPicked: boolean, isAnew: boolean, person: string, now: string): string;
  Judge(termination: string, step: string, unit: string, read: string): string;
  Propose(termination: string, step: string, seen: string): string;
  TechniqueFor(question: string): string;
  Act(terminations: string, unit: string, intent: string, stamp: string): string;
  Move(from: string, to: string, first: string, reason: string, stamp: string): string;
}

/** The doors of a test run. */
interface RunDoors {
  HoldRun(run: string, events: string): void;
  KeepRun(): void;
  StreamsOfRun(run: string): string;
  ViewRun(look: string, isAnew: boolean): string;
  JudgeRun(look: string, read: string): string;
  WatchMeter(watched: string): string;
  GuessColumns(table: string): string;
  PreviewResults(look: string, table: string, mapping: string): string;
  TakeResults(look: string, table: string, mapping: string, stamp: string): string;
  ActRun(look: string, deed: string, fresh: string, stamp: string): string;
}

interface GearDoors {
  HoldGear(events: string, counted: string, decided: string): void;
  Counted(): string;
  GearKinds(): string;
  ViewGear(look: string): string;
  ViewStock(needs: string, now: string): string;
  OpenSession(person: string): string;
  ViewReady(person: string, strands: string, now: string): string;
  TakeUp(gear: string, isTaken: boolean, stamp: string): string;
  ActGear(stream: string, body: string, stamp: string): string;
}

interface TimingDoors {
  ViewClocks(strands: string, events: string, person: string, now: string): string;
}

interface OpticsDoors {
  Kit(): string;
  Joint(asked: string): string;
}

export type Unit = 'mm' | 'in';
export type Pace = Schemas['Pace'];
export type Guidance = Schemas['Guidance'];
export type BatchView = Schemas['BatchView'];
export type BatchLook = Schemas['BatchRequest'];
export type FaceSeen = Schemas['FaceSeen'];
export type BenchEvent = Schemas['BenchEvent'];
export type Intent =
  | { kind: 'begin'; technique?: Schemas['Technique'] }
  | { kind: 'clock'; step: string; from?: string }
  | { kind: 'done'; step: string; read?: string; face?: FaceSeen; overruled?: string; from?: string }
  | { kind: 'trouble'; sign: string; step?: string; from?: string }
  | { kind: 'reopen'; sign: string; reading: string }
  | { kind: 'choose'; action: string; reason?: string }
  | { kind: 'undo'; event: string; reason: string; glassWasCut: boolean }
  | { kind: 'together'; batch: string | null }
  | { kind: 'hand-over'; to: string; note?: string }
  | { kind: 'plan-by'; recipe: string }
  | { kind: 'settle'; keep: 'first' | 'second' | 'what-fits'; glassWasCut: boolean; note: string };
/** The events made, each with the text that is signed. */
export type Act = { events: BenchEvent[]; texts: string[] } | BenchFault;
type BenchFault = { field: string; says: string };
/** A step done at a cable's end, or taken back. */
export type EndDeed = { step: string; read?: string; reason?: string };
export type RunKey = Schemas['RunKey'];
/** Which reading of a run a page looks at: one picked by hand, or the next after the last. */
export interface RunLook {
  now: string;
  held?: RunKey;
  after?: RunKey;
}
/** As typed at a wavelength in nm. */
export type TypedPower = { wavelength: number; read: string };
/** What a joint loses, or which figure is out of range. */
export type Joint = Schemas['JointAnswer'] | BenchFault;
/** A table of results from a file. */
export interface Results {
  table: Schemas['ResultTable'];
  mapping?: Schemas['ResultMapping'];
}
/** A meter that is watched until it settles. */
export interface MeterQuestion {
  wavelength: number;
  isPower: boolean;
  samples: readonly Schemas['MeterSample'][];
  /** When the last reading was kept; null for none. */
  taken: string | null;
  /** What is to be read is not what lay in the meter then. */
  isOtherLink: boolean;
}
export type RunDeed =
  | { kind: 'read'; key: RunKey; read: string; isPower: boolean }
  | { kind: 'light'; strand: number; cameOut: number | null }
  | { kind: 'reflectance'; strand: number; end: Schemas['CableEnd']; wavelength: number; read: string }
  | { kind: 'length'; strand: number | null; read: string }
  | {
      kind: 'take-reference';
      method: Schemas['ReferenceMethod'];
      cords: Schemas['TestCord'][];
      powers: TypedPower[];
      temperature: string;
      instrument: string;
    }
  | { kind: 'check-reference'; powers: TypedPower[]; temperature: string }
  | { kind: 'end-reference'; why: Schemas['ReferenceEnd'] }
  | { kind: 'settle'; strand: number; reading: string; isAccepted: boolean; reason: string }
  | { kind: 'cause'; strand: number; cause: Schemas['Cause']; before: string; after: string };
/** What is done with a tool, a lot or a work session: the body of its event; or that a tool or lot is taken in hand or put down. */
export type GearDeed =
  | { kind: 'session-begun'; place: string; job: string | null; temperature: string | null }
  | { kind: 'session-ended'; note: string | null }
  | { kind: 'take-up'; isTaken: boolean }
  | { kind: 'ready-said'; item: string; isSo: boolean; note: string | null }
  | { kind: 'gear-taken-in'; card: Schemas['GearCard']; amount: number | null }
  | { kind: 'gear-changed'; card: Schemas['GearCard'] }
  | { kind: 'gear-counted'; amount: number }
  | { kind: 'gear-checked'; isGood: boolean; place: string | null; temperature: string | null; note: string | null }
  | { kind: 'gear-renewed'; counter: string; isNew: boolean }
  | { kind: 'gear-quarantined' | 'gear-released' | 'gear-retired'; reason: string };
/** What of a batch's view is other than it was the last time. */
export type BatchChange = Omit<BatchView, 'queue'> & { rows: BatchView['queue']; queue: string[]; isSameLine: boolean };
/** Which answer a picture stands for, in words; without a choice, why it stands for none: it cannot be graded, or the step did not ask for what it shows. */
export type Proposed = { choice?: string; says: string; unasked?: string };
export type Judged = { grade?: 'good' | 'doubtful' | 'bad' | 'none'; says?: string };

/** The core, in the bench's worker. It keeps the strands it was given folded, so that a tap need not fold them anew. */
export class Core {
  private readonly held = new Map<string, Set<string>>();
  private readonly book = new Map<string, string>();
  /** By what the server tells the book that was taken from any other; undefined for none, and for one that was kept before there were marks. */
  bookMark?: string;
  private made: BenchEvent[] = [];
  private runViewer?: object;
  /** Another number whenever it holds something else. */
  version = 0;
  private asOf = -1;
  private viewer?: object;
  private static one: Promise<Core> | undefined;

  private constructor(
    private readonly exports: Exports,
    private readonly runs: RunDoors,
    private readonly optics: OpticsDoors,
    private readonly gear: GearDoors,
    private readonly timing: TimingDoors,
  ) {}

  /** Adds every version of a book. */
  take(book: Schemas['BookView'], mark: string | undefined): void {
    for (const ladder of book.ladders) this.addOnce('ladder', ladder.ref, ladder, this.exports.AddLadder);
    for (const recipe of book.recipes) this.addOnce('recipe', recipe.ref, recipe, this.exports.AddRecipe);
    // A book that was kept before there were any has none.
    for (const profile of book.profiles ?? []) this.exports.AddProfile(JSON.stringify(profile));
    this.bookMark = mark;
  }

  /** The one core of this worker, with what of the book it has already: a test run needs none of it. */
  static bare(): Promise<Core> {
    return (Core.one ??= Core.booted());
  }

  private static async booted(): Promise<Core> {
    try {
      return new Core(
        await exportsOf<Exports>('Rhabdon.Browser', 'BenchExports'),
        await exportsOf<RunDoors>('Rhabdon.Browser', 'RunExports'),
        await exportsOf<OpticsDoors>('Rhabdon.Browser', 'OpticsExports'),
        await exportsOf<GearDoors>('Rhabdon.Browser', 'GearExports'),
        await exportsOf<TimingDoors>('Rhabdon.Browser', 'TimingExports'),
      );
    } catch (fault) {
      Core.one = undefined;
      throw new Error(say('bench.core-missing', { why: (fault as Error).message }));
    }
  }

  // The core reads a recipe once a strand needs it; one that it has as it stands is not given again.
  private addOnce(what: string, { id, version }: Schemas['RecipeRef'], content: unknown, add: Exports['AddRecipe']) {
    const [key, json] = [`${what} ${id} ${version}`, JSON.stringify(content)];
    if (this.book.get(key) === json) return;
    this.book.set(key, json);
    add(id, version, json);
  }

  /** Whether all these strands are held. */
  holds(strands: readonly string[]): boolean {
    return strands.every((strand) => this.held.has(strand));
  }

  /** Whether all these strands are held as the tablet held them then. */
  isAsOf(changes: number, strands: readonly string[]): boolean {
    return this.asOf === changes && this.holds(strands);
  }

  /**
   * Holds these strands and no others, as the tablet does after so many changes. Only events that are new are given to the core, unless one that it held is
   * gone.
   * @param events every event of theirs, each once
   */
  hold(strands: readonly string[], events: readonly BenchEvent[], changes: number) {
    const of = new Map(strands.map((strand) => [strand, new Set<string>()]));
    for (const event of events) for (const strand of subjectsOf(event)) of.get(strand)?.add(event.id);
    const anew = strands.filter((strand) => ![...(this.held.get(strand) ?? ['none'])].every((id) => of.get(strand)!.has(id)));
    const isFor = (event: BenchEvent, which: readonly string[]) => subjectsOf(event).some((strand) => which.includes(strand));
    if (anew.length > 0) this.exports.Hold(JSON.stringify(anew), JSON.stringify(events.filter((event) => isFor(event, anew))));
    const kept = strands.filter((strand) => !anew.includes(strand));
    const further = events.filter((event) =>
      kept.some((strand) => of.get(strand)!.has(event.id) && !this.held.get(strand)!.has(event.id)),
    );
    if (further.length > 0) this.exports.Add(JSON.stringify(further));
    this.held.clear();
    for (const [strand, ids] of of) this.held.set(strand, ids);
    this.asOf = changes;
    if (anew.length + further.length > 0) this.version++;
  }

  /** Takes in what the last act made, now that the tablet has kept it as its latest change. */
  keep(changes: number) {
    this.exports.Keep();
    for (const event of this.made) for (const strand of subjectsOf(event)) this.held.get(strand)?.add(event.id);
    if (this.asOf === changes - 1) this.asOf = changes;
    this.version++;
    this.made = [];
  }

  /**
   * What the bench shows of a batch, as far as it is other than the last time: a {@link BatchChange} in JSON.
   * @param viewer the page that asks; one that did not ask last is given all of it
   * @param person whose hands it is for
   */
  view(viewer: object, { held, isPicked, ...request }: BatchLook, person: string, now: string): string {
    const isAnew = this.viewer !== viewer;
    this.viewer = viewer;
    return this.exports.View(JSON.stringify(request), held ?? '', !!isPicked, isAnew, person, now);
  }

  /** @param step that asks for it */
  judge(termination: string, step: string, unit: Unit, read: string): Judged {
    return JSON.parse(this.exports.Judge(termination, step, unit, read));
  }

  /** @param step that asks for it */
  propose(termination: string, step: string, seen: FaceSeen): Proposed {
    return JSON.parse(this.exports.Propose(termination, step, JSON.stringify(seen)));
  }

  /** Holds what happened at a cable's end, in place of what was held of it before. */
  holdEnd(end: string, events: readonly BenchEvent[]) {
    this.exports.HoldEnd(end, JSON.stringify(events));
  }

  /** The work card of a cable's end; nothing where its recipe leaves nothing to it. */
  viewEnd(end: string, strand: string, unit: Unit): Schemas['CableEndView'] | null {
    return JSON.parse(this.exports.ViewEnd(end, strand, unit));
  }

  actEnd(place: Schemas['CableEndPlace'], strand: string, unit: Unit, deed: EndDeed, stamp: Record<string, string>): Act {
    const { step, read = '', reason = '' } = deed;
    return actOf(this.exports.ActEnd(JSON.stringify(place), strand, unit, step, read, reason, JSON.stringify(stamp)));
  }

  /** The streams that a test run reads. */
  streamsOfRun(run: Schemas['RunRequest']): string[] {
    return JSON.parse(this.runs.StreamsOfRun(JSON.stringify(run)));
  }

  /** Holds a run's links and references, in place of whatever run was held before. */
  holdRun(run: Schemas['RunRequest'], events: readonly BenchEvent[]) {
    this.runs.HoldRun(JSON.stringify(run), JSON.stringify(events));
  }

  /** Adds what {@link actRun} made last, now that the tablet has kept it. */
  keepRun() {
    this.runs.KeepRun();
  }

  /**
   * What the screen of the run that is held shows, with the rows that are other than the last time: a `RunView` in JSON.
   * @param viewer who asks; one that did not ask last is given all rows
   */
  viewRun(viewer: object, look: RunLook): string {
    const isAnew = this.runViewer !== viewer;
    this.runViewer = viewer;
    return this.runs.ViewRun(JSON.stringify(look), isAnew);
  }

  judgeRun(look: RunLook, read: RunDeed): Schemas['RunJudged'] {
    return JSON.parse(this.runs.JudgeRun(JSON.stringify(look), JSON.stringify(read)));
  }

  /** Holds tools, lots and work sessions, in place of what was held before. */
  holdGear(events: readonly BenchEvent[], counts: Record<string, Schemas['GearCount'][]>, stops: Record<string, boolean> = {}) {
    this.gear.HoldGear(JSON.stringify(events), JSON.stringify(counts), JSON.stringify(stops));
    this.version++;
  }

  /** What counters stand at, by tool or lot, with what was done here; nothing where nothing was counted since this was asked last. */
  counted(): Record<string, Schemas['GearCount'][]> | undefined {
    const counts = this.gear.Counted();
    return counts === '' ? undefined : JSON.parse(counts);
  }

  gearKinds(): Schemas['GearKind'][] {
    return JSON.parse(this.gear.GearKinds());
  }

  viewGear(look: Schemas['GearLook']): Schemas['GearLine'][] {
    return JSON.parse(this.gear.ViewGear(JSON.stringify(look)));
  }

  /** What of the lots will not last for the work ahead. */
  viewStock(needs: readonly Schemas['StockNeed'][], now: string): Schemas['StockLine'][] {
    return JSON.parse(this.gear.ViewStock(JSON.stringify(needs), now));
  }

  openSession(person: string): Schemas['WorkSessionState'] | null {
    return JSON.parse(this.gear.OpenSession(person));
  }

  /** @param strands which must be held */
  viewReady(person: string, strands: readonly string[], now: string): Schemas['ReadyView'] | null {
    return JSON.parse(this.gear.ViewReady(person, JSON.stringify(strands), now));
  }

  /** @param stream of a tool, a lot or a work session; a new one begins with the event */
  actGear(stream: string, body: GearDeed, stamp: Record<string, string>): Act {
    if (body.kind === 'take-up') return actOf(this.gear.TakeUp(stream, body.isTaken, JSON.stringify(stamp)));
    return actOf(this.gear.ActGear(stream, JSON.stringify(body), JSON.stringify(stamp)));
  }

  /**
   * The times that run for these strands, which need not be held, and those that a person's sessions have started.
   * @param events all of the strands'
   */
  viewClocks(
    strands: readonly { termination: string; strand: number; cable: string }[],
    events: readonly BenchEvent[],
    person: string,
    now: string,
  ): Schemas['ClockLine'][] {
    return JSON.parse(this.timing.ViewClocks(JSON.stringify(strands), JSON.stringify(events), person, now));
  }

  jointKit(): Schemas['JointKit'] {
    return JSON.parse(this.optics.Kit());
  }

  joint(asked: Schemas['JointQuestion']): Joint {
    return JSON.parse(this.optics.Joint(JSON.stringify(asked)));
  }

  watchMeter(watched: MeterQuestion): Schemas['MeterSays'] {
    return JSON.parse(this.runs.WatchMeter(JSON.stringify(watched)));
  }

  /** @param mapping which column is what; without it, a guess by the header */
  previewResults(look: RunLook, { table, mapping }: Results): Schemas['ResultPreview'] {
    const given = JSON.stringify(table);
    return JSON.parse(
      this.runs.PreviewResults(JSON.stringify(look), given, mapping ? JSON.stringify(mapping) : this.runs.GuessColumns(given)),
    );
  }

  takeResults(look: RunLook, { table, mapping }: Results, stamp: Record<string, string>): Act {
    return actOf(
      this.runs.TakeResults(JSON.stringify(look), JSON.stringify(table), JSON.stringify(mapping), JSON.stringify(stamp)),
    );
  }

  /** @param fresh the id of the stream that a new reference begins */
  actRun(look: RunLook, deed: RunDeed, fresh: string, stamp: Record<string, string>): Act {
    return actOf(this.runs.ActRun(JSON.stringify(look), JSON.stringify(deed), fresh, JSON.stringify(stamp)));
  }

  techniqueFor(question: Schemas['TechniqueQuestion']): Schemas['TechniqueInForce'] {
    return JSON.parse(this.exports.TechniqueFor(JSON.stringify(question)));
  }

  act(terminations: string[], unit: Unit, intent: Intent, stamp: Record<string, string>): Act {
    return this.remembered(this.exports.Act(JSON.stringify(terminations), unit, JSON.stringify(intent), JSON.stringify(stamp)));
  }

  move(from: string, to: string, first: string, reason: string, stamp: Record<string, string>): Act {
    return this.remembered(this.exports.Move(from, to, first, reason, JSON.stringify(stamp)));
  }

  private remembered(json: string): Act {
    const act = actOf(json);
    if ('events' in act) this.made = act.events;
    return act;
  }
}

function actOf(json: string): Act {
  const made: string[] | BenchFault = JSON.parse(json);
  return Array.isArray(made) ? { events: made.map((text) => JSON.parse(text)), texts: made } : made;
}
