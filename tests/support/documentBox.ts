import type { Calibration } from '@/core/calibration';
import type { ChannelId } from '@/core/channel';
import { CHANNEL_IDS } from '@/core/channel';
import { sectionSum } from '@/core/ecuImage';
import {
  type EcuMemory,
  type LearnedCells,
  type LinkClock,
  LinkHost,
  REAL_CLOCK,
  type Transport,
  transportPair,
} from '@/link';
import { EcuBox, factoryFlash } from '@/standin/ecuBox';

export const BOX_CODES = { pairing: 'ROSA', lock: 'ready' };

/** An engine computer with a calibration in it, no car around it, and a way to it. */
export function documentBox(
  document: Calibration,
  channels: readonly ChannelId[] = CHANNEL_IDS,
  clock: LinkClock = REAL_CLOCK,
) {
  const box = new EcuBox(
    factoryFlash(document),
    () => undefined,
    () => undefined,
  );
  const state = { turning: false, learned: null as LearnedCells | null };
  const memory: EcuMemory = {
    name: 'Box',
    serial: 'B-1',
    firmware: '1',
    documentVersion: 5,
    learns: () => state.learned !== null,
    contents: () => box.contents(state.turning),
    section: (of, id) => box.section(of, id),
    sumOf: sectionSum,
    write(section, cells, sum, left) {
      if (left !== null && state.learned === null) return { refused: 'noLearned' };
      const refused = box.write(section, cells, sum);
      if (refused === null && left !== null) state.learned = left;
      return refused;
    },
    run: (sections) => box.run(sections, state.turning),
    store() {
      const stored = box.store();
      for (let i = 0; i < 1000; i += 1) box.step();
      return stored;
    },
    learned: () => state.learned && { ln: [...state.learned.ln], evidenceS: [...state.learned.evidenceS] },
    forget(cells) {
      if (state.learned === null) return;
      const ln = state.learned.ln.map((is, i) => (cells === null || cells.includes(i) ? 0 : is));
      state.learned = { ...state.learned, ln };
    },
    beginWork: () => ({ refused: 'noTarget' }),
    holdWork: () => undefined,
    endWork: () => undefined,
  };
  const host = new LinkHost(memory, BOX_CODES, clock, () => channels);
  const connect = (): Transport => {
    const [ours, theirs] = transportPair((deliver) => queueMicrotask(deliver));
    host.join(theirs);
    return ours;
  };
  return { box, state, memory, host, connect };
}
