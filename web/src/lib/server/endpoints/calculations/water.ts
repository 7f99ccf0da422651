import type { z } from 'zod';
import { answerMix, type MixDoc, type MixReading } from '@jovet/core/mix';
import { frictionOfLog, type FrictionRecord } from '@jovet/core/mix/record';
import { good, type Result } from '@jovet/core/problem';
import {
  balanceWater,
  doughSpread,
  doughTemperature,
  pourWater,
  solveMix,
  waterByBase,
  waterBySumOf,
} from '@jovet/core/water';
import { serverNow } from '../../clock.ts';
import type { Actor, Db } from '../../database/connection.ts';
import { readLog } from '../../database/mix.ts';
import { endpoint } from '../endpoint.ts';
import { WaterAnswer, WaterRequest } from '../schemas.ts';

/** How warm the water has to be. */
export const WATER = {
  'POST /water': endpoint({
    right: 'read',
    summary: 'Water temperature',
    description:
      'By sum of factors, base number or heat balance; forward; any one unknown; how much of which water; or everything of one batch.',
    body: WaterRequest,
    answer: WaterAnswer,
    example: {
      method: 'balance',
      ddt: 25,
      mix: {
        parts: [
          { name: 'flour', mass: 14.9, specificHeat: 1.8, temperature: 19 },
          { name: 'salt', mass: 0.364, specificHeat: 0.88, temperature: 19 },
          { name: 'levain', mass: 4.851, specificHeat: 2.99, temperature: 23 },
        ],
        water: 10.742,
        newFlour: 14.9,
        bowl: { mass: 20, temperature: 20 },
        room: 20,
        friction: 3,
        minutes: 30,
      },
    },
    run: async ({ body, db, actor }) => (await water(body, db, actor)) as Result<z.input<typeof WaterAnswer>>,
  }),
};

async function water(body: z.infer<typeof WaterRequest>, db: Db, actor: Actor): Promise<Result<unknown>> {
  switch (body.method) {
    case 'sum': {
      const factors = body.readings.map((temperature, index) => ({ name: String(index), temperature }));
      return asTemperature(waterBySumOf(body.ddt, factors, body.frictionFactor));
    }
    case 'base':
      return good({ temperature: waterByBase(body.base, body.flour, body.room) });
    case 'balance': {
      const balance = balanceWater(body.mix, body.ddt);
      if (!balance.ok) return balance;
      const { temperature, ledger, loss } = balance.value;
      return good({ temperature, ledger, loss });
    }
    case 'forward':
      return good({
        temperature: doughTemperature(body.mix, body.water),
        spread: doughSpread(body.mix, body.frictionSpread),
      });
    case 'solve':
      return asTemperature(solveMix(body.mix, body.unknown, body.water, body.dough));
    case 'pour': {
      const poured = pourWater(body.mass, body.wanted, body.sources);
      if (!poured.ok) return poured;
      const { temperature, portions, ice, limit, cautions } = poured.value;
      return good({ temperature, portions, ice, limit, cautions });
    }
    case 'mix': {
      const log = await readLog(db, actor);
      return wholeMix(body.doc, body.readings, frictionOfLog(log));
    }
  }
}

const asTemperature = (result: Result<number>) => (result.ok ? good({ temperature: result.value }) : result);

function wholeMix(doc: MixDoc, readings: readonly MixReading[], history: readonly FrictionRecord[]) {
  const answered = answerMix({ doc, readings }, [], history, serverNow());
  if (!answered.ok) return answered;
  const { water, friction } = answered.value;
  const { poured, iceless, balance, sum, base, fdt, spread, cautions } = water;
  return good({
    temperature: water.pour,
    ledger: balance.ledger,
    loss: balance.loss,
    spread,
    portions: poured.portions,
    ice: poured.ice,
    limit: poured.limit,
    iceless: iceless && { temperature: iceless.poured.temperature, fdt: iceless.fdt },
    sum,
    base,
    fdt,
    friction: { value: friction.value, spread: friction.spread, from: friction.from },
    cautions,
  });
}
