import { RUNS, SITUATION } from '@tests/support/seenEngine';
import { AT, CHANNEL_IDS, frameOf, read } from '../channel';
import { diagnose } from './diagnose';
import { firstLook, lookAt } from './look';
import { diagnosedLog } from './ofLog';

const EACH_S = 0.05;
const SAMPLES = 800;
const pulses = (i: number) => Math.floor(Math.max(0, i * EACH_S - 5) * 25);

test('a log says what the same samples say live', () => {
  const at = (i: number) =>
    frameOf({ ...RUNS, time: i * EACH_S, turns: i * EACH_S * 50, camPulsesMissing: pulses(i) });
  const frames = Array.from({ length: SAMPLES }, (_, i) => at(i));
  const columns = Object.fromEntries(
    CHANNEL_IDS.map((id) => [id, Float64Array.from(frames, (frame) => read(frame, AT[id]))]),
  );
  const timeS = Float64Array.from({ length: SAMPLES }, (_, i) => i * EACH_S);
  const look = firstLook();
  for (const frame of frames) lookAt(look, frame, SITUATION);
  const live = diagnose(look, SITUATION);
  expect(diagnosedLog({ timeS, columns }, SITUATION)).toEqual(live);
  expect(live.likely[0]?.cause?.id).toBe('camMissing');
  expect(live.likely[0]?.probability).toBeGreaterThan(0.8);
});

test('what a log does not have is not known, and nothing is made up for it', () => {
  const timeS = Float64Array.from({ length: SAMPLES }, (_, i) => i * EACH_S);
  const speed = new Float64Array(SAMPLES).fill(3000);
  const { likely, seen } = diagnosedLog({ timeS, columns: { speed } }, SITUATION);
  expect(seen).toEqual([]);
  expect(likely.every(({ probability }) => probability < 0.1)).toBe(true);
});
