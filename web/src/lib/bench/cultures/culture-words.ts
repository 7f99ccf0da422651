import { DIARY_SIGNS, type Culture, type Sign } from '@jovet/core/culture';
import type { Advice } from '@jovet/core/culture/feeding';
import type { Vigour } from '@jovet/core/culture/followed';
import { formatDuration, formatNumber } from '@jovet/core/units';

interface Words {
  readonly temperature: (celsius: number) => string;
  readonly mass: (kilograms: number) => string;
}

/** A sign in words. */
export function signText(sign: Sign, { temperature }: Words): string {
  switch (sign.kind) {
    case 'height':
      return `stood ${formatNumber(sign.centimetres, 1)} cm high`;
    case 'at-line':
      return 'was at the line';
    case 'float':
      return sign.floats ? 'floated' : 'sank';
    case 'flow':
      return sign.flow === 'pours' ? 'poured' : 'resisted';
    case 'surface':
      return `was ${sign.surface}`;
    case 'smell':
      return `smelt of ${{ flour: 'flour', mild: 'little', ripe: 'fruit', sharp: 'vinegar' }[sign.smell]}`;
    case 'ripe':
      return { 'not-yet': 'was young', ripe: 'was ripe', past: 'was past' }[sign.ripe];
    case 'temperature':
      return `read ${temperature(sign.celsius)}`;
    case 'moved':
      return `moved to ${sign.place.name}`;
    case 'health':
      return { well: 'looked well', hooch: 'had hooch', grey: 'had a grey skin', mould: 'had mould', pink: 'was pink or orange' }[sign.health]; // prettier-ignore
    case 'diary':
      return DIARY_SIGNS[sign.seen];
    case 'discarded':
      return 'was thrown away';
    case 'used':
      return 'was used up';
    case 'nothing':
      return 'was entered by mistake';
  }
}

/** What to do about the health of a culture; null if it is well. */
export function healthText(health: Extract<Sign, { kind: 'health' }>['health']): string | null {
  switch (health) {
    case 'well':
      return null;
    case 'hooch':
      return 'Hooch is hunger: pour it off or stir it in, and feed twice before it is baked with.';
    case 'grey':
      return 'A grey skin has dried: lift it off, keep the inside as seed, cover the next build.';
    case 'mould':
      return 'Mould: throw all of it away, never scrape it off; its threads reach where nothing is seen. Wash the vessel hot, and begin again from a seed that was kept apart. Local food rules and trained people decide.';
    case 'pink':
      return 'Pink or orange means bacteria that make ill: throw all of it away, wash the vessel hot, and begin again from a seed that was kept apart. Local food rules and trained people decide.';
  }
}

/** One thing that can be done, in a sentence. Hours are from now. */
export function adviceText(
  advice: Advice,
  now: number,
  clock: (epoch: number) => string,
  { temperature }: Words,
  { cold }: Pick<Culture, 'cold'>,
): string {
  const at = (hours: number) => clock(now + hours * 3600);
  switch (advice.kind) {
    case 'leave':
      return `Leave it: it is ripe at ${at(advice.ripe)}, when it is wanted.`;
    case 'cold':
      return advice.after < 0.05
        ? `Into the cold (${temperature(cold)}) now: it holds until ${at(advice.ripe)}${advice.past === null ? '' : `, and is past at ${at(advice.past)}`}.`
        : `Into the cold (${temperature(cold)}) at ${at(advice.after)}: it is ripe at ${at(advice.ripe)}${advice.past === null ? ', and keeps' : `, and past at ${at(advice.past)}`}.`;
    case 'warmer':
      return `Move it to ${temperature(advice.celsius)}: ripe at ${at(advice.ripe)}.`;
    case 'feed-again':
      return `Feed it once more at ${at(advice.after)}, 1 : ${formatNumber(advice.flour, 1)} : ${formatNumber(advice.water, 1)}: ripe at ${at(advice.ripe)}.`;
    case 'use-young':
      return `Use it young, and ${formatNumber((advice.factor - 1) * 100, 0)} % more of it.`;
  }
}

/** Vigour in a sentence. */
export function vigourText({ value, least, most, count, trend }: Vigour): string {
  const band = `eight times in ten ${formatNumber(least, 2)} to ${formatNumber(most, 2)}`;
  if (count === 0)
    return `Its vigour is not known yet: taken as 1, ${band}. Every sign that is noted narrows it.`;
  const builds = `${count} ${count === 1 ? 'build' : 'builds'}`;
  const how = { livelier: ', livelier than before', tiring: ', tiring', steady: ', steady', unknown: '' }[
    trend
  ];
  return `Vigour ${formatNumber(value, 2)} from ${builds}${how}; ${band}.`;
}

/** How long from one moment to another, in words. */
export const ahead = (from: number, to: number): string =>
  to >= from ? `in ${formatDuration(to - from)}` : `${formatDuration(from - to)} ago`;
