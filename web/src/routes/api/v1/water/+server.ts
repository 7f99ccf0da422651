import { balanceWater, waterByBase, waterBySum } from '@jovet/core/water';
import { good } from '@jovet/core/problem';
import { answer, noSuchMethod, readBody } from '$lib/server/api/answer';
import { WaterRequest } from '$lib/server/api/schemas';

export async function POST({ request }) {
  const body = await readBody(request, WaterRequest);
  if (body instanceof Response) return body;
  switch (body.method) {
    case 'sum':
      return answer(good({ temperature: waterBySum(body.ddt, body.readings, body.frictionFactor) }));
    case 'base':
      return answer(good({ temperature: waterByBase(body.base, body.flour, body.room) }));
    case 'balance': {
      const balance = balanceWater(body.mix, body.ddt);
      if (!balance.ok) return answer(balance);
      const { temperature, ledger, loss } = balance.value;
      return answer(good({ temperature, ledger, loss }));
    }
  }
}

export const fallback = noSuchMethod;
