import { liveQuery } from 'dexie';
import type { Schemas } from '../api/client';
import { record, whyNotKept } from '../shell/record';
import { partnersOf } from '../shell/strands';
import { changesOf, eventsOf, nowWithOffset, recall, tablet, type Strand } from '../shell/tablet';
import { say } from '../shell/words';
import {
  Core,
  type Act,
  type BatchLook,
  type EndDeed,
  type FaceSeen,
  type Intent,
  type Judged,
  type Proposed,
  type Unit,
} from './core';
import { holdGear, keepCounted } from './gearHere';
import type { Told } from './shown';

/** How the page wants to see what is at the bench. */
export type Look = Pick<BatchLook, 'pace' | 'guidance' | 'batch' | 'missing'> & { unit: Unit; person: string };

/** What is done to strands: what a person wants of them, or work moved from one to another. */
export type Deed = { unit: Unit; intent: Intent } | { move: { from: string; to: string; first: string; reason: string } };

/** Whether a deed is done; where it is not, what would do. */
export interface Done {
  isDone: boolean;
  says: string;
}

/** What the page is told of an act: how it went, and what is now to be seen. */
export interface Acted extends Done {
  told?: Told;
}

/** The core with the recipes that this tablet keeps. */
export async function coreHere(): Promise<Core> {
  const mark = await recall<string>('book-mark');
  const core = await Core.bare();
  if (core.bookMark === undefined || core.bookMark !== mark) {
    const book = await recall<Schemas['BookView']>('book');
    if (!book) throw new Error(say('bench.no-book'));
    core.take(book, mark);
  }
  return core;
}

/** Puts what the tablet holds of these strands and of the cable ends that hold them, sent or not, into the core. */
export async function holdInCore(core: Core, strands: readonly string[]): Promise<void> {
  const changes = await changesOf();
  if (core.isAsOf(changes, strands)) return;
  await holdGear(core);
  core.hold(strands, await eventsOf(strands), changes);
  const ends = (await tablet.strands.bulkGet([...strands])).map((strand) => strand?.cableEnd).filter((end) => end !== undefined);
  for (const end of new Set(ends)) core.holdEnd(end, await eventsOf([end]));
}

const madeBy = (core: Core, deed: Deed, on: string[], stamp: Record<string, string>): Act =>
  'move' in deed
    ? core.move(deed.move.from, deed.move.to, deed.move.first, deed.move.reason, stamp)
    : core.act(on, deed.unit, deed.intent, stamp);

/** Does something to strands as they stand on this tablet now; all of them or none. */
export const doTo = async (on: string[], person: string, now: number, deed: Deed): Promise<Done> =>
  doIn(await coreHere(), on, on, person, now, deed);

/** The work card of the cable's end that holds a strand, and which end that is. */
export interface EndShown {
  strand: Strand;
  view: Schemas['CableEndView'] | null;
}

/** Nothing where the tablet does not hold the strand. */
export async function endOf(termination: string, unit: Unit): Promise<EndShown | undefined> {
  const core = await coreHere();
  const strand = await tablet.strands.get(termination);
  if (!strand) return undefined;
  await holdInCore(core, [termination]);
  return { strand, view: core.viewEnd(strand.cableEnd, termination, unit) };
}

/** Does a step at the cable's end that holds a strand, or takes it back. */
export async function doAtEnd(termination: string, unit: Unit, deed: EndDeed, person: string, now: number): Promise<Done> {
  const core = await coreHere();
  const make = async (stamp: Record<string, string>): Promise<Act> => {
    const strand = await tablet.strands.get(termination);
    if (!strand) return { field: 'tablet', says: say('bench.no-strand') };
    await holdInCore(core, [termination]);
    return core.actEnd({ job: strand.job, cable: strand.cable, end: strand.end }, termination, unit, deed, stamp);
  };
  const made = await record(1, person, now, make);
  return 'says' in made ? { isDone: false, says: made.says } : { isDone: true, says: '' };
}

/** @param held what the core holds for it: the strands that it is done to, and those shown beside them */
async function doIn(core: Core, held: string[], on: string[], person: string, now: number, deed: Deed): Promise<Done> {
  const make = async (stamp: Record<string, string>): Promise<Act> => {
    if ((await tablet.strands.bulkGet(on)).includes(undefined)) return { field: 'tablet', says: say('bench.no-strand') };
    await holdInCore(core, held);
    return madeBy(core, deed, on, stamp);
  };
  const made = await record(on.length, person, now, make, (changes) => core.keep(changes));
  // Not waited for: a tap shows its screen first, and what a full tablet cannot keep of it the server counts.
  void keepCounted(core).catch(() => undefined);
  return 'says' in made ? { isDone: false, says: made.says } : { isDone: true, says: '' };
}

/** Strands at the bench of one page: folded by the core from what the server told and what this tablet has done since. */
export class BenchSession {
  private strands: Strand[] = [];
  /** The other fibers of their ports, which are shown beside them. */
  private partners: string[] = [];
  private toldStrands = '';
  private toldVersion = -1;
  private focus: { held?: string; isPicked: boolean } = { isPicked: false };
  /** Milliseconds: the latest that the page said. */
  private latest = 0;
  private before?: { what: string; kept: Promise<unknown> };
  private readonly stop: () => void;

  /** @param tell hears what is to be seen whenever the tablet comes to hold something else of these strands */
  constructor(
    private readonly core: Core,
    ids: readonly string[],
    private look: Look,
    tell: (told: Told) => void,
  ) {
    const watch = liveQuery(async () => {
      const strands = (await tablet.strands.bulkGet([...ids])).filter((strand) => strand !== undefined);
      const partners = (await tablet.strands.bulkGet(await partnersOf(ids))).flatMap((strand) => strand?.termination ?? []);
      await holdInCore(core, [...strands.map((strand) => strand.termination), ...partners]);
      this.partners = partners;
      return strands;
    }).subscribe({
      next: (strands) => {
        if (strands.length === 0) return tell({ fault: say('bench.no-strand') });
        this.strands = strands;
        const isTold = this.toldVersion === core.version && this.toldStrands === JSON.stringify(strands);
        if (!isTold) void this.told().then(tell, (error) => tell({ fault: whyNotKept(error) }));
      },
      error: (error) => tell({ fault: whyNotKept(error) }),
    });
    this.stop = () => watch.unsubscribe();
  }

  /** What is to be seen from here on in another way. */
  async turn(look: Look): Promise<Told | undefined> {
    const isSame = JSON.stringify(look) === JSON.stringify(this.look);
    this.look = look;
    return !isSame && this.strands.length > 0 ? await this.told() : undefined;
  }

  /** What is to be seen now: a time may be over. */
  async again(now: number): Promise<Told | undefined> {
    this.latest = now;
    return this.strands.length > 0 ? await this.told() : undefined;
  }

  /** Another strand is picked; without one, the strand whose turn it is. */
  async turnTo(termination?: string): Promise<Told | undefined> {
    this.focus = { held: termination, isPicked: !!termination };
    return this.strands.length > 0 ? await this.told() : undefined;
  }

  /** @param shown the strand that the page shows, which stays in hand while it has more to do */
  async act(intent: Intent, on: string[], shown: string | undefined, person: string, now: number): Promise<Acted> {
    this.latest = now;
    const earlier = this.before;
    const what = JSON.stringify([intent, on]);
    const doing = (async (): Promise<Acted> => {
      await earlier?.kept;
      try {
        const done = await doIn(this.core, [...new Set([...this.ids, ...on])], on, person, now, { unit: this.look.unit, intent });
        if (!done.isDone) return earlier?.what === what ? { isDone: false, says: '' } : done;
        this.focus = { held: shown, isPicked: false };
        return { ...done, told: await this.told() };
      } catch (error) {
        return { isDone: false, says: whyNotKept(error) };
      }
    })();
    // A tap that comes while another is being kept waits for it; the second of a double tap then finds its step done, and says nothing.
    const mine = (this.before = { what, kept: doing });
    const acted = await doing;
    if (this.before === mine) this.before = undefined;
    return acted;
  }

  async judge(termination: string, step: string, read: string): Promise<Judged> {
    return this.core.judge(termination, step, this.look.unit, read);
  }

  async propose(termination: string, step: string, seen: FaceSeen): Promise<Proposed> {
    return this.core.propose(termination, step, seen);
  }

  /** By which technique these strands begin, as far as the tablet knows; with crews to ask about where only the person can say. */
  async techniqueFor(recipe: string, on: string[], said: string | null): Promise<Schemas['TechniqueInForce']> {
    const book = await recall<Schemas['BookView']>('book');
    const first = this.strands.find((strand) => on.includes(strand.termination));
    // What was kept before jobs told their crews has none.
    return this.core.techniqueFor({ crews: first?.crews ?? [], chosen: book?.techniques ?? [], recipe, said });
  }

  close(): void {
    this.stop();
  }

  private get ids(): string[] {
    return [...this.strands.map((strand) => strand.termination), ...this.partners];
  }

  private async told(): Promise<Told> {
    // Another page of the bench that is just being left may have put its own strands into the core.
    if (!this.core.holds(this.ids)) await holdInCore(this.core, this.ids);
    const strands = JSON.stringify(this.strands);
    const isNew = strands !== this.toldStrands;
    this.toldStrands = strands;
    this.toldVersion = this.core.version;
    const asked = {
      slots: this.strands.map(({ termination, strand, label, cableEnd, partner, position }) => ({
        termination,
        strand,
        label,
        cableEnd,
        partner: partner && this.core.holds([partner.termination]) ? partner : undefined,
        position,
      })),
      pace: this.look.pace,
      guidance: this.look.guidance,
      missing: this.look.missing,
      films: this.strands.flatMap((strand) => strand.crews ?? []).find((crew) => crew.films)?.films,
      batch: this.look.batch,
      unit: this.look.unit,
      rates: this.strands.find((strand) => strand.rates)?.rates,
      ...this.focus,
    };
    const change = this.core.view(this, asked, this.look.person, nowWithOffset(new Date(Math.max(this.latest, Date.now()))));
    return isNew ? { change, strands: this.strands } : { change };
  }
}
