import { serverNow } from '$lib/server/clock';
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
import { answer, noSuchMethod, readBody } from '$lib/server/api/answer';
import { WaterRequest } from '$lib/server/api/schemas';
import { database } from '$lib/server/database/connected';
import { readLog } from '$lib/server/database/mix';

export async function POST({ request, locals }) {
  const body = await readBody(request, WaterRequest);
  if (body instanceof Response) return body;
  switch (body.method) {
    case 'sum': {
      const factors = body.readings.map((temperature, index) => ({ name: String(index), temperature }));
      return answer(asTemperature(waterBySumOf(body.ddt, factors, body.frictionFactor)));
    }
    case 'base':
      return answer(good({ temperature: waterByBase(body.base, body.flour, body.room) }));
    case 'balance': {
      const balance = balanceWater(body.mix, body.ddt);
      if (!balance.ok) return answer(balance);
      const { temperature, ledger, loss } = balance.value;
      return answer(good({ temperature, ledger, loss }));
    }
    case 'forward':
      return answer(
        good({
          temperature: doughTemperature(body.mix, body.water),
          spread: doughSpread(body.mix, body.frictionSpread),
        }),
      );
    case 'solve':
      return answer(asTemperature(solveMix(body.mix, body.unknown, body.water, body.dough)));
    case 'pour': {
      const poured = pourWater(body.mass, body.wanted, body.sources);
      if (!poured.ok) return answer(poured);
      const { temperature, portions, ice, limit, cautions } = poured.value;
      return answer(good({ temperature, portions, ice, limit, cautions }));
    }
    case 'mix': {
      const log = await readLog(database(), locals.actor);
      return answer(wholeMix(body.doc, body.readings, frictionOfLog(log)));
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

export const fallback = noSuchMethod;
