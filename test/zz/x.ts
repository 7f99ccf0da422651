import { attack } from '../bench/hostile.ts';
const r = await attack('http://127.0.0.1:4600', Number(process.env.N ?? 3000), Number(process.env.SEED ?? 1));
console.log(r.sent, [...r.statuses]);
for (const [n, l] of [['broken', r.broken], ['slow', r.slow], ['leaking', r.leaking]] as const) { console.log(n, l.length); for (const w of l.slice(0, 25)) console.log('  ', w.slice(0, 500)); }
