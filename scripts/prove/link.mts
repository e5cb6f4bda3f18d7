import { imageOf, imageSums, sectionSum } from '@/core/ecuImage';
import type { MapData } from '@/core/map';
import { LinkClient, LinkError, type Transport } from '@/link';
import { FRAME_KIND, frameBytes } from '@/link/frames';
import { METHODS } from '@/link/messages';
import { badWay, type Fate } from '@tests/support/badWay';
import { BOX_CODES, documentBox } from '@tests/support/documentBox';
import { smallBox } from '@tests/support/smallBox';
import { TurnedClock } from '@tests/support/turnedClock';
import { demo } from '@tests/support/ventisca';
import { LinkHost } from '@/link';
import { say } from './report.mts';

const FRAMES = 100_000;
/** Of frames that are made up, so many before time goes on. */
const AT_ONCE = 50;

/** Chance by seed. */
function chance(seed: number): (below: number) => number {
  let state = seed >>> 0;
  return (below) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 0x100000000) * below);
  };
}

const message = (number: number, text: string) =>
  frameBytes({
    kind: FRAME_KIND.message,
    more: false,
    answerMe: false,
    session: 1,
    number,
    heard: 0,
    heardBits: 0,
    payload: new TextEncoder().encode(text),
  });

/** A frame of any kind: noise, a message spoiled by a bit, or one that is whole and asks or answers anything. */
function madeUp(draw: (below: number) => number, number: number): Uint8Array {
  if (draw(4) === 0) return Uint8Array.from({ length: draw(80) }, () => draw(256));
  const methods = Object.keys(METHODS).filter((id) => id !== 'hello');
  const params = [
    '{}',
    '[]',
    'null',
    `{"code":"${draw(10_000)}"}`,
    `{"section":"ve","cells":[{"index":${draw(9)},"value":${draw(99)}}],"sum":${draw(9)},"folds":false}`,
    `{"sections":{"ve":${draw(9)}}}`,
    `{"sections":{"ve":{"values":[${draw(9)}]}}}`,
    '{"cells":null}',
    `{"rateHz":${draw(200) - 50}}`,
  ];
  const text = [
    `{"jsonrpc":"2.0","id":${draw(50)},"method":"${methods[draw(methods.length)] ?? ''}","params":${params[draw(params.length)] ?? ''}}`,
    `{"jsonrpc":"2.0","id":${draw(50)},"result":${params[draw(params.length)] ?? ''}}`,
    `{"jsonrpc":"2.0","id":${draw(50)},"error":{"code":${draw(9)},"message":""}}`,
    '['.repeat(draw(2000)),
    '',
  ][draw(5)] as string;
  const bytes = message(number, text);
  if (draw(3) === 0) bytes[draw(bytes.length)] = draw(256);
  return bytes;
}

/** Frames of all kinds against both ends, first by who has not paired, then by who has: nothing breaks, nothing opens. */
async function fuzz(seed: number): Promise<void> {
  const draw = chance(seed);
  let broken = 0;
  let opened = 0;
  let answered = 0;
  for (const paired of [false, true]) {
    let frames = 0;
    while (frames < FRAMES / 2) {
      const clock = new TurnedClock();
      const { box, memory } = smallBox();
      const before = JSON.stringify(box);
      const host = new LinkHost(memory, { pairing: 'ROSA', lock: 'never drawn' }, clock, () => ['time']);
      const way = badWay(clock, { delayMs: 0, fate: () => 'arrives' });
      host.join(way.theirs);
      let closed = false;
      const client = new LinkClient(way.ours, clock, 1, {
        onSamples: () => undefined,
        onLost: () => (closed = true),
      });
      if (paired) await clock.answered(client.hello('ROSA'));
      let number = paired ? 1 : 0;
      while (frames < FRAMES / 2 && !closed) {
        for (let i = 0; i < AT_ONCE; i += 1) {
          number += draw(2);
          const bytes = madeUp(draw, number);
          try {
            (way.theirs as Transport).onBytes?.(bytes);
            (way.ours as Transport).onBytes?.(bytes);
          } catch {
            broken += 1;
          }
          frames += 1;
        }
        await clock.pass(20);
      }
      if (JSON.stringify(box) !== before) opened += 1;
      if (!paired && !closed) {
        await clock.answered(client.read('running', ['ve'])).then(
          () => (answered += 1),
          () => undefined,
        );
      }
      client.close();
    }
  }
  say(
    broken + opened + answered === 0,
    `${FRAMES} frames made up, against both ends, seed ${seed}: ${broken} broke one, ${opened} changed something, ${answered} were read without pairing`,
  );
}

/** Everything that is done over a link, with one frame after the other lost, spoiled, late, doubled, or the last. */
async function everyFrame(): Promise<void> {
  const document = demo();
  const ve = document.maps.ve as MapData;
  const lean = { ...ve, values: ve.values.map((value) => value * 0.95) };
  const { bore } = document.engine;
  const engine = { ...document.engine, bore: bore && { ...bore, amount: bore.amount * 1.01 } };
  const sums = (change: Record<string, unknown>) =>
    JSON.stringify(imageSums({ ...imageOf(document), ...change }));
  const states = [sums({}), sums({ 'maps.ve': lean }), sums({ 'maps.ve': lean, engine })];
  const story = async (fate: (frame: number) => Fate) => {
    const clock = new TurnedClock();
    const made = documentBox(document, ['time', 'speed'], clock);
    const way = badWay(clock, { delayMs: 10, fate });
    made.host.join(way.theirs);
    let lost = false;
    const client = new LinkClient(way.ours, clock, 1, {
      onSamples: () => undefined,
      onLost: () => (lost = true),
    });
    const answered = <Value,>(asked: Promise<Value>) => clock.answered(asked);
    let outcome = 'done';
    try {
      await answered(client.hello(BOX_CODES.pairing));
      await answered(client.unlock(BOX_CODES.lock));
      const { running } = await answered(client.contents());
      await answered(client.read('running', Object.keys(running)));
      await answered(client.start(50));
      const cells = lean.values.map((value, index) => ({ index, value }));
      await answered(client.write('maps.ve', cells, sectionSum('maps.ve', lean)));
      await answered(client.send({ engine }, { engine: sectionSum('engine', engine) }));
      await answered(client.store());
    } catch (error) {
      outcome = error instanceof LinkError ? error.reason : String(error);
    }
    const contents = made.box.contents(false);
    client.close();
    return {
      frames: way.frames(),
      lost,
      outcome,
      running: states.indexOf(JSON.stringify(contents.running)),
      stored: states.indexOf(JSON.stringify(contents.stored)),
    };
  };
  const { frames } = await story(() => 'arrives');
  let mixtures = 0;
  let stuck = 0;
  let undone = 0;
  for (const becomes of ['lost', 'spoiled', 'late', 'twice', 'cut'] as const) {
    for (let at = 0; at < frames; at += 1) {
      const end = await story((frame) => (frame === at ? becomes : 'arrives'));
      if (end.running < 0 || (end.stored !== 0 && end.stored !== 2)) mixtures += 1;
      if (becomes === 'cut' ? !['done', 'lost'].includes(end.outcome) : end.outcome !== 'done') stuck += 1;
      if (becomes !== 'cut' && (end.running !== 2 || end.stored !== 2)) undone += 1;
    }
  }
  say(
    mixtures + stuck + undone === 0,
    `each of ${frames} frames lost, spoiled, late, doubled and cut: ${mixtures} mixtures, ${stuck} left waiting, ${undone} edits not arrived`,
  );
}

/** The link on ways that do everything to it, and against whoever makes frames up. */
export async function proveLink(firstSeed: number): Promise<void> {
  await fuzz(firstSeed);
  await everyFrame();
}
