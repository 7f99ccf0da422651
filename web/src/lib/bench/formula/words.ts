import type { DoughType, ExtraUse } from '@jovet/core/formula';
import type { SheetStage } from '@jovet/core/sheet';

/** What a baker calls the types of dough, kinds of stages and uses of extras. */
export const TYPE_WORDS: Readonly<Record<DoughType, string>> = {
  hearth: 'Hearth bread',
  baguette: 'Baguette',
  durum: 'Durum bread',
  tin: 'Tin bread',
  enriched: 'Enriched dough',
  laminated: 'Laminated dough',
  rye: 'Rye bread',
  rolls: 'Rolls and twists',
};

export const STAGE_WORDS: Readonly<Record<SheetStage['kind'], string>> = {
  levain: 'Levain',
  sour: 'Sour',
  poolish: 'Poolish',
  biga: 'Biga',
  sponge: 'Sponge',
  'old-dough': 'Old dough',
  soaker: 'Soaker',
  scald: 'Scald',
  autolyse: 'Autolyse',
  'hold-back': 'Hold-back water',
  late: 'Late addition',
};

export const USE_WORDS: Readonly<Record<ExtraUse, string>> = {
  filling: 'Filling',
  topping: 'Topping',
  dusting: 'Dusting',
  'tray-fat': 'Tray fat',
  glaze: 'Glaze',
  wash: 'Wash',
  bath: 'Bath',
};

export const options = <K extends string>(words: Readonly<Record<K, string>>): { value: K; text: string }[] =>
  (Object.entries(words) as [K, string][]).map(([value, text]) => ({ value, text }));

/** Decimals that a percentage needs to be read right, at most four. */
export function decimalsOf(value: number): number {
  const most = Math.abs(value) < 0.1 ? 4 : 3;
  for (let decimals = 0; decimals < most; decimals += 1) {
    const scaled = value * 10 ** decimals;
    if (Math.abs(scaled - Math.round(scaled)) < 10 ** (decimals - most) / 2) return decimals;
  }
  return most;
}

/** A percentage as short as it is right, `76`, `2.1`, `0.03`; or with as many decimals as its neighbours. */
export function percentText(value: number, decimals = decimalsOf(value)): string {
  const text = value.toFixed(decimals);
  return (Number(text) === 0 ? text.replace('-', '') : text).replace('-', '−');
}
