import { readFileSync } from 'node:fs';
import { offeredFor, planAtPace } from '@jovet/core/plan';
import { networkOf } from '@jovet/core/plan/network';
import { within } from '../../web/src/lib/server/planning/in-slices.ts';
const base = JSON.parse(readFileSync('/tmp/in.json','utf8'));
const [k=2, T=10, TRY=0.4, LAID=0.8] = process.argv.slice(2).map(Number);
const input = {...base, demand: base.demand.map((l:any)=>({...l, pieces:l.pieces*k}))};
const t0=performance.now(); const at=()=>((performance.now()-t0)/1000).toFixed(2);
const net = networkOf(input); if(!net.ok) throw new Error(JSON.stringify(net.problems));
console.log(at(),'network', net.value.instance.tasks.length);
const a = (await planAtPace(net.value, 1, {...within(2), from:null, nearest:()=>false}))!;
console.log(at(), a.verdict, JSON.stringify((a as any).conflict ?? (a as any).reasons ?? Object.keys(a)).slice(0,400));
const begun=performance.now();
const left=()=>T-(performance.now()-begun)/1000;
let n=0;
for await (const o of offeredFor(input, net.value, a, null, {
  plan: async (day, other, from) => { const t=performance.now(); const got= await planAtPace(other, 1, {...within(Math.min(TRY,left()), LAID), from, nearest:()=>true});
    n++; console.log('   ',at(), 'try', n, other.instance.tasks.length, got?.verdict, ((performance.now()-t)/1000).toFixed(2)); return got; },
  over: (s=1)=> (performance.now()-begun)/1000 > s*T,
})) console.log(at(),'OFFER', o.words, o.cost);
console.log(at(),'end');
