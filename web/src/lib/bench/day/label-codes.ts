import type { TubLabel } from '@jovet/core/plan/explain';

/** The name of a batch in the address of its day. */
export const batchKey = ({ key, batch }: Pick<TubLabel, 'key' | 'batch'>): string => `${key}.${batch}`;

/** For each label the picture of a code that leads to its batch. */
export async function labelCodes(
  labels: readonly TubLabel[],
  date: string,
): Promise<ReadonlyMap<string, string>> {
  const { toString: codeOf } = await import('qrcode');
  const codes = labels.map(async (label): Promise<[string, string]> => {
    const link = `${location.origin}/plan/day/${date}#${batchKey(label)}`;
    return [batchKey(label), await codeOf(link, { type: 'svg', margin: 0 })];
  });
  return new Map(await Promise.all(codes));
}
