/** The look: flour-white by day, ember by night. `auto` follows the clock of the bakehouse. */
export type Mode = 'light' | 'dark';
export type Look = Mode | 'auto';

export const LOOKS: readonly Look[] = ['auto', 'light', 'dark'];

/** The look before the clock has been read: the one shown last. */
export const modeFrom = (cookie: string | undefined): Mode => (cookie === 'dark' ? 'dark' : 'light');

/** Dark from eight in the evening to six in the morning, by the hour of the bakehouse. */
export const modeOf = (look: Look, hour: number): Mode =>
  look !== 'auto' ? look : hour >= 20 || hour < 6 ? 'dark' : 'light';

const A_YEAR = 31_536_000;

/** Remembers a choice of this reader in this browser. */
export function remember(name: string, value: string): void {
  document.cookie = `${name}=${encodeURIComponent(value)}; path=/; max-age=${A_YEAR}; samesite=lax`;
}
