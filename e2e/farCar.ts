import type { AddressInfo } from 'node:net';
import { WebSocket, WebSocketServer } from 'ws';
import { CODES, type EcuProcess, hostCar } from './ecuProcess';

/** Each way. */
const DELAY_MS = 150;
/** Of all frames, in both directions. */
const LOST = 0.05;

/** A car in another process, behind a way that delays its link's frames and loses some. */
export class FarCar {
  private at: { readonly car: EcuProcess; readonly coolantC: string } | null = null;
  private readonly isLost = chance(7);
  private way: WebSocketServer | null = null;

  /** The car that is there, or another where it is to be warmer or colder. @returns whether it is a new one. */
  async host(coolantC: string): Promise<{ readonly address: string; readonly isNew: boolean }> {
    const isNew = this.at?.coolantC !== coolantC;
    if (isNew) {
      this.at?.car.end();
      this.at = { car: await hostCar('0', coolantC), coolantC };
    }
    this.way ??= await this.opened();
    return { address: `127.0.0.1:${(this.way.address() as AddressInfo).port}`, isNew };
  }

  end(): void {
    this.at?.car.end();
    this.at = null;
    for (const socket of this.way?.clients ?? []) socket.terminate();
    this.way?.close();
  }

  /** A port of this process that leads to the car’s. */
  private opened(): Promise<WebSocketServer> {
    const way = new WebSocketServer({ port: 0, host: '127.0.0.1' });
    way.on('connection', (page, { url = '/', headers }) => {
      const car = new WebSocket(`ws://${this.at?.car.address ?? ''}${url}`, { origin: headers.origin ?? '' });
      const isLink = url === '/ecu';
      this.carry(page, car, isLink);
      this.carry(car, page, isLink);
    });
    return new Promise((resolve) => way.once('listening', () => resolve(way)));
  }

  private carry(from: WebSocket, to: WebSocket, isLink: boolean): void {
    const said: (() => void)[] = [];
    const say = (send: () => void) => (to.readyState === WebSocket.CONNECTING ? said.push(send) : send());
    to.once('open', () => {
      for (const send of said.splice(0)) send();
    });
    from.on('message', (frame, binary) => {
      if (isLink && this.isLost()) return;
      const send = () => to.readyState === WebSocket.OPEN && to.send(frame, { binary });
      say(isLink ? () => void setTimeout(send, DELAY_MS) : send);
    });
    for (const ends of ['close', 'error']) from.on(ends, () => to.close());
  }
}

/** What opens every car that is hosted for tests. */
export const FAR_CODES = CODES;

/** Whether a frame is lost, the same in every run. */
function chance(seed: number): () => boolean {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1103515245) + 12345) >>> 0;
    return state / 0x100000000 < LOST;
  };
}
