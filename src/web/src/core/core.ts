import type { Schemas } from '../api/client';

/** The rulebook, compiled to WebAssembly: the same code as the server's. It takes and gives JSON text. */
interface Exports {
  AddLadder(json: string): void;
  AddRecipe(json: string): void;
  View(termination: string, events: string, unit: string): string;
  Judge(termination: string, events: string, unit: string, read: string): string;
  Act(termination: string, events: string, unit: string, intent: string, stamp: string): string;
}

export type Unit = 'mm' | 'in';
export type BenchView = Schemas['BenchView'];
export type BenchEvent = {
  id: string;
  sequence: number;
  clock: { milliseconds: number; count: number };
  strands: { termination: string }[];
};
export type Intent =
  | { kind: 'begin' }
  | { kind: 'done'; step: string; read?: string }
  | { kind: 'trouble'; sign: string }
  | { kind: 'choose'; action: string; reason?: string }
  | { kind: 'undo'; event: string; reason: string; glassWasCut: boolean };
export type Act = { event: BenchEvent } | { field: string; says: string };

let booted: Promise<Exports> | undefined;

async function boot(): Promise<Exports> {
  const address = '/core/dotnet.js';
  const { dotnet } = await import(/* @vite-ignore */ address);
  const runtime = await dotnet.create();
  const assembly = await runtime.getAssemblyExports('Rhabdon.Browser');
  return assembly.Rhabdon.Browser.BenchExports as Exports;
}

export class Core {
  private constructor(private readonly exports: Exports) {}

  /** Boots once; later calls add the book's versions to the same core. */
  static async with(book: Schemas['BookView']): Promise<Core> {
    const exports = await (booted ??= boot());
    for (const ladder of book.ladders) exports.AddLadder(JSON.stringify(ladder));
    for (const recipe of book.recipes) exports.AddRecipe(JSON.stringify(recipe));
    return new Core(exports);
  }

  view(termination: string, events: string, unit: Unit): BenchView {
    return JSON.parse(this.exports.View(termination, events, unit));
  }

  judge(
    termination: string,
    events: string,
    unit: Unit,
    read: string,
  ): { grade?: 'good' | 'doubtful' | 'bad' | 'none'; says?: string } {
    return JSON.parse(this.exports.Judge(termination, events, unit, read));
  }

  act(termination: string, events: string, unit: Unit, intent: Intent, stamp: Record<string, string>): Act {
    return JSON.parse(this.exports.Act(termination, events, unit, JSON.stringify(intent), JSON.stringify(stamp)));
  }
}
