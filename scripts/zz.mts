import { asLog } from '@tests/support/independentLog';
import { madeBy } from '@tests/independent/logMaker';
import { readingsOf } from '@/core/log/readings';
import { foundDelay, delayAtS } from '@/core/log/delay';
const sets:any[]=[]; for (const kind of ['random','bump','flow'] as const) for(let s=0;s<8;s++){ const m=madeBy(kind,500+s); const {log,task}=asLog(m); sets.push([m,readingsOf(log,task),task]); }
for (const th of [0.1]) { (globalThis as any).TH=th; const e:Record<number,number[]>={8:[],20:[],60:[]}; for(const [m,r,t] of sets){ const d=foundDelay(r,t); const {fixedS,gasG,lagS}=m.build.reading; for(const f of [8,20,60]){ const rpm=f===8?1300:f===20?2500:4500; e[f].push(delayAtS(d,f)-(fixedS+lagS+120/rpm+gasG/f)); } } console.log(th, Object.entries(e).map(([f,v])=>{const mean=v.reduce((a,b)=>a+b)/v.length; return `${f}: mean ${mean.toFixed(3)} rms ${Math.sqrt(v.reduce((a,b)=>a+b*b,0)/v.length).toFixed(3)} max ${Math.max(...v.map(Math.abs)).toFixed(2)}`;}).join(' | ')); }
