import type { Page, WebSocketRoute } from '@playwright/test';
import { CODES, type EcuProcess, hostCar } from './ecuProcess';

/** Each way. */
const DELAY_MS = 150;
/** Of all frames, in both directions. */
const LOST = 0.05;

/** A car in another process, behind a way that delays its link's frames and loses some. */
export class FarCar {
  private at: { readonly car: EcuProcess; readonly coolantC: string } | null = null;

  constructor(private readonly page: Page) {}

  /** Has the page's frames to and from every engine computer take their time, and some not arrive. */
  async roughen(): Promise<void> {
    const isLost = chance(7);
    await this.page.routeWebSocket(/\/ecu$/, (page) => {
      const car = page.connectToServer();
      let isOpen = true;
      const carry = (from: WebSocketRoute, to: WebSocketRoute) => {
        from.onMessage((frame) => {
          if (!isLost()) setTimeout(() => (isOpen ? to.send(frame) : undefined), DELAY_MS);
        });
        from.onClose((code, reason) => {
          isOpen = false;
          void to.close({
            ...(code === undefined ? {} : { code }),
            ...(reason === undefined ? {} : { reason }),
          });
        });
      };
      carry(page, car);
      carry(car, page);
    });
  }

  /** The car that is there, or another where it is to be warmer or colder. @returns whether it is a new one. */
  async host(coolantC: string): Promise<{ readonly address: string; readonly isNew: boolean }> {
    if (this.at?.coolantC === coolantC) return { address: this.at.car.address, isNew: false };
    this.end();
    this.at = { car: await hostCar('0', coolantC), coolantC };
    return { address: this.at.car.address, isNew: true };
  }

  end(): void {
    this.at?.car.end();
    this.at = null;
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
