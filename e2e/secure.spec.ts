import { type ChildProcess, spawn } from 'node:child_process';
import { createHash, X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium, expect, test } from '@playwright/test';
import { networkAddresses } from '../src/server/secure/addresses';
import { CODES } from './ecuProcess';
import { freePort } from './releases';
import { CHROMIUM } from '../scripts/chromium.mjs';
import { Lumbre } from './support';

const root = path.resolve(__dirname, '..');

/** The app for the phones of the network, once it says that it is there. */
function served(
  port: number,
  certificate: string,
): Promise<{ readonly server: ChildProcess; readonly said: string }> {
  const server = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts'], {
    cwd: root,
    env: {
      ...process.env,
      PORT: String(port),
      NETWORK: '1',
      CERTIFICATE: certificate,
      DIST: process.env['E2E_DIST'] ?? 'dist',
      PAIRING: CODES.pairing,
      LOCK: CODES.lock,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    let said = '';
    server.stdout.on('data', (part) => {
      said += String(part);
      if (said.includes('lock code')) resolve({ server, said });
    });
    server.on('exit', () => reject(new Error(`Nothing was served: ${said}`)));
  });
}

test('a phone of the network is told what to do, and then has the app over https: kept, and connected over a safe line', async ({
  isMobile,
  viewport,
  hasTouch,
}) => {
  test.setTimeout(120_000);
  const [address] = networkAddresses();
  test.skip(address === undefined, 'This machine is in no network');
  const certificate = mkdtempSync(path.join(tmpdir(), 'lumbre-phone-'));
  const port = await freePort();
  const { server, said } = await served(port, certificate);
  expect(said).toContain(`Lumbre is at https://${address}:${port}, for every phone and laptop`);
  expect(said).toContain(`open http://${address}:${port + 1} on it`);
  // As a phone does that was told to trust this laptop, and nobody else.
  const { publicKey } = new X509Certificate(readFileSync(path.join(certificate, 'server.crt'), 'utf8'));
  const trusted = createHash('sha256')
    .update(publicKey.export({ type: 'spki', format: 'der' }))
    .digest('base64');
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-dev-shm-usage', `--ignore-certificate-errors-spki-list=${trusted}`],
  });
  try {
    const context = await browser.newContext({
      baseURL: `https://${address}:${port}`,
      isMobile,
      viewport,
      hasTouch,
      serviceWorkers: 'allow',
    });
    const page = await context.newPage();
    await page.goto(`http://${address}:${port + 1}`);
    await expect(page.getByRole('link', { name: 'Fetch the certificate' })).toBeVisible();
    await page.getByRole('link', { name: `Open Lumbre: https://${address}:${port}` }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Lumbre' })).toBeVisible();
    expect(await page.evaluate(() => window.isSecureContext)).toBe(true);
    const app = new Lumbre(page);
    await page.getByRole('button', { name: 'Open the demo: Ventisca' }).click();
    await app.goTo('Bench');
    await page.getByRole('button', { name: 'Over the network' }).click();
    await page.getByRole('textbox', { name: /^Address/ }).fill(`${address}:${port}`);
    await page.getByRole('textbox', { name: /^Pairing code/ }).fill(CODES.pairing);
    await page.getByRole('button', { name: 'Connect', exact: true }).click();
    await expect(page.getByRole('banner').getByText(/^(Live|Live, locked|Differs)$/)).toBeVisible();
    await page.getByRole('button', { name: 'All calibrations' }).click();
    await expect(page.getByText('Opens with no network', { exact: true })).toBeVisible({ timeout: 60_000 });
  } finally {
    await browser.close();
    server.kill('SIGKILL');
    rmSync(certificate, { recursive: true });
  }
});
