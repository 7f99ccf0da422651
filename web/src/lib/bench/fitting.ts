/** So much of a text as a box of so many px has room for. @param letter px of one */
export function fitting(text: string, room: number, letter: number): string {
  const most = Math.floor((room - 8) / letter);
  return text.length <= most ? text : `${text.slice(0, Math.max(0, most - 1))}…`;
}
