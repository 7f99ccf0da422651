import { onUnknown } from './ask';

/** Somebody of the crew, as this device knows him or her: no word of how they sign in is kept here. */
export interface Named {
  readonly id: string;
  readonly name: string;
}

/** Where a device keeps who has a PIN for it, and who took over while there was no line. */
const [NAMES, ACTING] = ['jovet.names', 'jovet.acting'] as const;

const read = <T>(key: string): T | null => {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as T | null;
  } catch {
    return null;
  }
};

/** Who is at work on this device. Without a line the name can be changed; it is not verified until there is one. */
class AtWork {
  /** The server does not know any more who this is. */
  out = $state(false);
  /** Who took over without having signed in. */
  acting = $state.raw<Named | null>(null);
  private signedIn: string | null = null;

  /** @param signedIn whom the server knows this device's person as */
  begin(signedIn: string): () => void {
    this.signedIn = signedIn;
    const acting = read<Named>(ACTING);
    if (acting?.id === signedIn) localStorage.removeItem(ACTING);
    else this.acting = acting;
    onUnknown.tell = () => (this.out = true);
    return () => (onUnknown.tell = () => {});
  }
  /** Whose what is done now is; null: of whoever is signed in. */
  get by(): string | null {
    return this.acting?.id ?? this.signedIn;
  }
  /** Who could come in here when that was asked last. */
  get names(): readonly Named[] {
    return read<Named[]>(NAMES) ?? [];
  }
  know(names: readonly Named[]): void {
    localStorage.setItem(NAMES, JSON.stringify(names.map(({ id, name }) => ({ id, name }))));
  }
  /** Somebody signed in: what is done from now on is of that one. */
  verified(): void {
    localStorage.removeItem(ACTING);
  }
  takeOver(person: Named): void {
    this.acting = person.id === this.signedIn ? null : person;
    if (this.acting) localStorage.setItem(ACTING, JSON.stringify({ id: person.id, name: person.name }));
    else localStorage.removeItem(ACTING);
  }
}

export const atWork = new AtWork();
