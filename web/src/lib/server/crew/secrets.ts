import { createHash, randomBytes, randomInt } from 'node:crypto';

/** What is only known by its digest: what it lets in was made by chance, and long. */
export const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

export const newToken = (): string => randomBytes(32).toString('base64url');

/** Letters and figures that nobody takes for one another. */
const SIGNS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
/** A code that is read off a screen and typed: 10 signs, 49 bits. */
export const newCode = (): string => {
  const signs = Array.from({ length: 10 }, () => SIGNS[randomInt(SIGNS.length)]).join('');
  return `${signs.slice(0, 5)}-${signs.slice(5)}`;
};
/** A code however it was typed. */
export const readCode = (typed: string): string => {
  const signs = typed.toUpperCase().replace(/[^A-Z0-9]/g, '');
  return `${signs.slice(0, 5)}-${signs.slice(5)}`;
};
