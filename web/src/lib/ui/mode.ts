/** The look: flour-white by day, ember by night. `auto` follows the clock of the bakehouse. */
export type Mode = 'light' | 'dark';
export type ModeChoice = Mode | 'auto';

/** The look that a remembered choice gives before the clock of the bakehouse has been read. */
export const modeFrom = (cookie: string | undefined): Mode => (cookie === 'dark' || cookie === 'auto-dark' ? 'dark' : 'light');
