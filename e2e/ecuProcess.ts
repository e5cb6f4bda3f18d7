import { type ChildProcess, spawn } from 'node:child_process';

/** A car that another process hosts. */
export interface EcuProcess {
  /** As a builder types it. */
  readonly address: string;
  readonly port: string;
  /** As if its machine were switched off: nothing is closed, nothing is said. */
  readonly end: () => void;
}

/** Codes of every car that tests host. */
export const CODES = { pairing: 'ROSA', lock: '4711' } as const;

/** Hosts a car, at a port of its own or the one that is given, its engine so warm. */
export function hostCar(port = '0', coolantC = '20'): Promise<EcuProcess> {
  const car: ChildProcess = spawn(process.execPath, ['--import', 'tsx', 'src/server/ecuMain.ts'], {
    env: { ...process.env, PORT: port, PAIRING: CODES.pairing, LOCK: CODES.lock, COOLANT: coolantC },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  // Its output is read to the end: a pipe that nobody reads would end the car.
  return new Promise((resolve, reject) => {
    let said = '';
    car.stdout?.on('data', (chunk) => {
      said += String(chunk);
      const at = /ws:\/\/(\S+:(\d+))\/ecu[^]*lock code/.exec(said);
      if (at !== null) {
        resolve({ address: at[1] ?? '', port: at[2] ?? '', end: () => void car.kill('SIGKILL') });
      }
    });
    car.on('exit', () => reject(new Error(`No car was hosted: ${said}`)));
  });
}
