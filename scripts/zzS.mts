import { demo, programOf } from '@tests/support/ventisca';
import type { ChannelId } from '@/core/channel';
import { usualStartOf } from '@/core/generators';
import { type Log, mapTaskOf } from '@/core/log';
import { startCurvesOf, startStudy } from '@/core/logStudies';
import { MAP_DEFINITIONS } from '@/core/program';
const SAMPLES = 1_000_000,
  RATE_HZ = 100;
const program = programOf(demo('ventisca'));
const task = mapTaskOf(program);
const column = (of: (atS: number) => number) =>
  Float32Array.from({ length: SAMPLES }, (_, i) => of(i / RATE_HZ));
const log = (columns: Partial<Record<ChannelId, Float32Array>>): Log => ({
  timeS: Float64Array.from({ length: SAMPLES }, (_, i) => i / RATE_HZ),
  columns: {
    phase: column(() => 2),
    coolant: column(() => 85),
    air: column((s) => 10 + 8 * Math.sin(s / 900)),
    ...columns,
  },
});
const at = (s: number) => s % 100;
const starts = log({
  speed: column((s) =>
    at(s) < 2 || at(s) > 97 ? 0 : at(s) < 3 ? 220 : Math.min(1000, 220 + 900 * (at(s) - 3)),
  ),
  phase: column((s) => (at(s) < 2 || at(s) > 97 ? 0 : at(s) < 3.4 ? 1 : 2)),
  coolant: column((s) => -20 + 40 * ((Math.floor(s / 100) * 0.37) % 1) + at(s) / 8),
  manifoldPressure: column(() => 45),
  injectorOpening: column((s) => (at(s) < 2.3 ? 0 : 6)),
  lambdaOne: column((s) => 0.9 + 0.1 * Math.sin(s)),
  lambdaTarget: column(() => 0.95),
  warmUp: column(() => 1.3),
  afterStart: column(() => 1.2),
});
const curves = startCurvesOf(program);
let answer;
for (let i = 0; i < 4; i += 1) {
  const t = performance.now();
  answer = startStudy([{ log: starts, then: null, curves }], {
    task,
    now: curves,
    usual: usualStartOf('petrol'),
    limits: MAP_DEFINITIONS,
  });
  console.log((performance.now() - t).toFixed(0));
}
const text = JSON.stringify(answer, (_, v) => (ArrayBuffer.isView(v) ? [...(v as Float64Array)] : v));
let h = 0;
for (const c of text) h = (h * 31 + c.charCodeAt(0)) | 0;
console.log(h, text.length, text.slice(-600));
