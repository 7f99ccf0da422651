/** What was done at the oven on a day: it stays done when the page is loaded again. */
export function doneMoments(date: () => string) {
  const key = () => `oven-done ${date()}`;
  let done = $state.raw<readonly string[]>(read(key()));
  function keep(next: readonly string[]) {
    done = next;
    localStorage.setItem(key(), JSON.stringify(next));
  }
  return {
    has: (id: string) => done.includes(id),
    get count() {
      return done.length;
    },
    add: (id: string) => keep([...done, id]),
    undo: () => keep(done.slice(0, -1)),
  };
}

/** What a browser kept may be of an older Jovet, or of nobody. */
function read(key: string): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
    return Array.isArray(kept) ? kept.filter((each) => typeof each === 'string') : [];
  } catch {
    return [];
  }
}
