import { baked, DEMO_FORMULAS, demoFormula } from '../../core/test/demo.ts';
const t = Date.now();
try { baked({ pieces: [{ product: 'quay-loaf', scaledWeight: 0.84, pieces: 36 }], stands: { levain: 0.023 }, ddt: 25, mixer: null, room: 3.5 } as never, 'quay-country'); } catch (e) { console.log(String(e).slice(0, 200)); }
console.log(Date.now() - t);
