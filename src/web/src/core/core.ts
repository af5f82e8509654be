import type { Schemas } from '../api/client';
import { knowLimits } from './faces';
import { exportsOf } from './runtime';

/** The rulebook, compiled to WebAssembly: the same code as the server's. It takes and gives JSON text. */
interface Exports {
  AddLadder(json: string): void;
  AddRecipe(json: string): void;
  AddProfile(json: string): void;
  Hold(termination: string, events: string): void;
  View(look: string): string;
  Judge(termination: string, unit: string, read: string): string;
  Propose(termination: string, seen: string): string;
  TechniqueFor(question: string): string;
  Act(terminations: string, unit: string, intent: string, stamp: string): string;
  Move(from: string, to: string, first: string, reason: string, stamp: string): string;
}

export type Unit = 'mm' | 'in';
export type Pace = Schemas['Pace'];
export type BatchView = Schemas['BatchView'];
export type BatchLook = Schemas['BatchRequest'];
export type FaceSeen = Schemas['FaceSeen'];
export type BenchEvent = Schemas['BenchEvent'];
export type Intent =
  | { kind: 'begin'; technique?: Schemas['Technique'] }
  | { kind: 'clock'; step: string }
  | { kind: 'done'; step: string; read?: string; face?: FaceSeen; overruled?: string }
  | { kind: 'trouble'; sign: string }
  | { kind: 'choose'; action: string; reason?: string }
  | { kind: 'undo'; event: string; reason: string; glassWasCut: boolean }
  | { kind: 'together'; batch: string | null }
  | { kind: 'hand-over'; to: string; note?: string }
  | { kind: 'settle'; keep: 'first' | 'second' | 'what-fits'; glassWasCut: boolean; note: string };
/** The events made, each with the text that is signed. */
export type Act = { events: BenchEvent[]; texts: string[] } | { field: string; says: string };
/** Which answer a picture stands for, in words; without a choice, why it stands for none: it cannot be graded, or the step did not ask for what it shows. */
export type Proposed = { choice?: string; says: string; unasked?: string };
export type Judged = { grade?: 'good' | 'doubtful' | 'bad' | 'none'; says?: string };

let booted: Promise<Exports> | undefined;

/** The core in this page. It keeps the strands it was given folded, so that a tap need not fold them anew. */
export class Core {
  private readonly held = new Map<string, string>();
  private static one: Promise<Core> | undefined;

  private constructor(private readonly exports: Exports) {}

  /** The one core of this page, with every version of the book added to it. */
  static async with(book: Schemas['BookView']): Promise<Core> {
    const core = await (Core.one ??= (booted ??= exportsOf<Exports>('Rhabdon.Browser', 'BenchExports')).then(
      (exports) => new Core(exports),
    ));
    for (const ladder of book.ladders) core.exports.AddLadder(JSON.stringify(ladder));
    for (const recipe of book.recipes) core.exports.AddRecipe(JSON.stringify(recipe));
    // A book that was kept before there were any has none.
    const profiles = book.profiles ?? [];
    for (const profile of profiles) core.exports.AddProfile(JSON.stringify(profile));
    knowLimits(profiles);
    return core;
  }

  /** Keeps a strand's events, if they are others than those it holds. */
  hold(termination: string, events: BenchEvent[]) {
    const which = events
      .map((event) => event.id)
      .sort()
      .join();
    if (this.held.get(termination) === which) return;
    this.exports.Hold(termination, JSON.stringify(events));
    this.held.set(termination, which);
  }

  view(look: BatchLook): BatchView {
    return JSON.parse(this.exports.View(JSON.stringify(look)));
  }

  judge(termination: string, unit: Unit, read: string): Judged {
    return JSON.parse(this.exports.Judge(termination, unit, read));
  }

  propose(termination: string, seen: FaceSeen): Proposed {
    return JSON.parse(this.exports.Propose(termination, JSON.stringify(seen)));
  }

  techniqueFor(question: Schemas['TechniqueQuestion']): Schemas['TechniqueInForce'] {
    return JSON.parse(this.exports.TechniqueFor(JSON.stringify(question)));
  }

  act(terminations: string[], unit: Unit, intent: Intent, stamp: Record<string, string>): Act {
    return JSON.parse(this.exports.Act(JSON.stringify(terminations), unit, JSON.stringify(intent), JSON.stringify(stamp)));
  }

  move(from: string, to: string, first: string, reason: string, stamp: Record<string, string>): Act {
    return JSON.parse(this.exports.Move(from, to, first, reason, JSON.stringify(stamp)));
  }
}
