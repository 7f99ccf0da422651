import { v7 as uuid } from 'uuid';
import type { Build, Culture, Sign } from '@jovet/core/culture';
import type { StoredCulture } from '../../server/database/culture';
import { Outbox, type Keeping } from '../outbox';

/** The cultures as they stand on this screen, and what is on its way to the server. */
export class CultureKeeper {
  private readonly outbox: Outbox<StoredCulture>;

  /**
   * @param onchange hears how all cultures stand after each change
   * @param onstale hears that another screen was quicker; what stands there is shown then
   */
  constructor(
    private cultures: readonly StoredCulture[],
    private readonly onchange: (cultures: readonly StoredCulture[]) => void,
    onkeeping: (keeping: Keeping) => void,
    private readonly onstale: () => void,
  ) {
    this.outbox = new Outbox(onkeeping);
  }

  /** Everything that was entered has been kept. */
  get done(): boolean {
    return this.outbox.empty;
  }

  tryAgain = (): void => void this.outbox.run();

  /** Notes a feeding. @param parent the feeding that its seed came from */
  feed(cultureId: string, parent: string | null, build: Build): void {
    const id = uuid();
    this.change(cultureId, (each) => ({
      ...each,
      builds: [...each.builds, { id, rev: 1, parent, build, signs: [] }],
    }));
    this.send(cultureId, 'POST', () => ({
      path: `cultures/${cultureId}/builds`,
      body: { id, parent, build },
    }));
  }

  /** Notes what was seen of a feeding. @param corrects the sign in whose place it stands */
  sign(
    cultureId: string,
    buildId: string,
    sign: Sign,
    at: number,
    by: string,
    corrects: string | null,
  ): void {
    const logged = { id: uuid(), at, sign, corrects };
    this.change(cultureId, (each) => ({
      ...each,
      builds: each.builds.map((build) =>
        build.id === buildId ? { ...build, signs: [...build.signs, { ...logged, by }] } : build,
      ),
    }));
    this.send(cultureId, 'POST', () => ({ path: `builds/${buildId}/signs`, body: logged }));
  }

  /** Takes back a feeding that never was. */
  drop(cultureId: string, buildId: string): void {
    const rev = this.revOf(buildId);
    this.change(cultureId, (each) => ({ ...each, builds: each.builds.filter(({ id }) => id !== buildId) }));
    this.send(cultureId, 'DELETE', () => ({ path: `builds/${buildId}?rev=${rev}` }));
  }

  /** Keeps a new culture. @returns its id */
  add(culture: Culture): string {
    const id = uuid();
    this.stand([...this.cultures, { id, rev: 1, culture, builds: [] }]);
    this.send(id, 'POST', () => ({ path: 'cultures', body: { id, culture } }));
    return id;
  }

  rename(id: string, culture: Culture): void {
    this.change(id, (each) => ({ ...each, culture }));
    this.send(id, 'PUT', () => ({ path: `cultures/${id}`, body: { culture, rev: this.revOf(id) } }));
  }

  /** Ends a culture: its feedings stay in the export. */
  end(id: string): void {
    const rev = this.revOf(id);
    this.stand(this.cultures.filter((each) => each.id !== id));
    this.outbox.add({
      of: id,
      method: 'DELETE',
      request: () => ({ path: `cultures/${id}?rev=${rev}` }),
      done: () => {},
      stale: (stands) => {
        this.stand([...this.cultures, stands]);
        this.onstale();
      },
    });
  }

  private send(of: string, method: string, request: () => { path: string; body?: unknown }): void {
    this.outbox.add({
      of,
      method,
      request,
      // What is still on its way stands here already.
      done: (kept) => void (this.outbox.waitsFor(of) || this.replace(kept)),
      stale: (stands) => {
        this.replace(stands);
        this.onstale();
      },
    });
  }

  private stand(cultures: readonly StoredCulture[]): void {
    this.cultures = cultures;
    this.onchange(cultures);
  }

  private replace(fresh: StoredCulture): void {
    this.stand(this.cultures.map((each) => (each.id === fresh.id ? fresh : each)));
  }

  private change(id: string, to: (stored: StoredCulture) => StoredCulture): void {
    this.stand(this.cultures.map((each) => (each.id === id ? to(each) : each)));
  }

  /** The revision of a culture or a feeding: it may have moved while something waited to be sent. */
  private revOf(id: string): number {
    const all = this.cultures.flatMap((each) => [each, ...each.builds]);
    return all.find((each) => each.id === id)?.rev ?? 1;
  }
}
