/** The built app served and a browser to look at it, for scripts. */
import { spawn } from 'node:child_process';
import { chromium, type Browser } from '@playwright/test';
import { CHROMIUM } from './chromium.mjs';

/**
 * Runs a task with the built app served on a port and a browser open; ends both afterwards, whatever happens.
 * @param task gets the browser and the address of the app.
 */
export async function withServedApp(
  port: number,
  task: (browser: Browser, address: string) => Promise<void>,
): Promise<void> {
  const address = `http://127.0.0.1:${port}`;
  const server = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts'], {
    env: { ...process.env, PORT: String(port) },
    stdio: 'ignore',
  });
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-dev-shm-usage'],
  });
  try {
    await untilHealthy(address);
    await task(browser, address);
  } finally {
    await browser.close();
    server.kill();
  }
}

async function untilHealthy(address: string): Promise<void> {
  for (let tries = 0; tries < 50; tries += 1) {
    const answers = await fetch(`${address}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    );
    if (answers) return;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  throw new Error(`The app did not come up at ${address}`);
}
