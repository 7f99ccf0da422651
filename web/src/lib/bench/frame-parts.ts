/** What of the frame nobody needs at the first look: it comes in one piece once the room stands. */
export { default as AtWork } from '../crew/AtWork.svelte';
export { default as Tips } from '../ui/Tips.svelte';
export { default as Instruments } from './Instruments.svelte';
