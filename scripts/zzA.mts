import { judgeHonest, HONEST } from '@tests/support/procedureTruths';
for (let seed=400; seed<404; seed++) for (const h of HONEST.filter(h=>h.procedure==='throttleBalance')) { const k = judgeHonest('pardela', seed, h); console.log(k.isRight, k.said); }
