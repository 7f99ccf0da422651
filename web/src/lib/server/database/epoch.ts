/** Times are epoch seconds in documents and `timestamptz` in the database. */
export const seconds = (at: Date): number => Math.floor(at.getTime() / 1000);
export const moment = (at: number): Date => new Date(at * 1000);
