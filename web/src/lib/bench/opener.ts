import { getContext, setContext } from 'svelte';

const KEY = Symbol('working');

/** The one way to show the working: any figure below asks for its key to be opened. */
export const provideOpener = (open: (key: string) => void): void => void setContext(KEY, open);

export const useOpener = (): ((key: string) => void) => getContext(KEY);
