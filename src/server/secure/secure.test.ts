import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { createServer, get } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { machineNames, networkAddresses } from './addresses';
import { serverCertificate } from './certificate';
import { AUTHORITY_PATH, trustPage } from './trustPage';

const folder = mkdtempSync(path.join(tmpdir(), 'lumbre-certificate-'));
afterAll(() => rmSync(folder, { recursive: true }));
const NAMES = ['localhost', '127.0.0.1', '192.168.7.20', 'workshop.local'];

/** What a client that trusts an authority reads over https. */
function read(port: number, ca: string): Promise<string> {
  return new Promise((resolve, reject) => {
    get({ host: '127.0.0.1', port, ca }, (response) => {
      let text = '';
      response.on('data', (part: Buffer) => (text += String(part)));
      response.on('end', () => resolve(text));
    }).on('error', reject);
  });
}

describe('the certificate', () => {
  test('is taken by who trusts its authority, and by nobody else', async () => {
    const { server, authority } = await serverCertificate(folder, NAMES);
    const https = createServer(server, (_, response) => response.end('here'));
    await new Promise<void>((resolve) => https.listen(0, '127.0.0.1', resolve));
    const { port } = https.address() as AddressInfo;
    expect(await read(port, authority.cert)).toBe('here');
    const another = await serverCertificate(path.join(folder, 'another'), NAMES);
    await expect(read(port, another.authority.cert)).rejects.toThrow(/certificate|signature/i);
    https.close();
  });

  test('names all that the server is reached by, is short enough for phones, and its key is for its owner’s eyes', async () => {
    const { server, authority } = await serverCertificate(folder, NAMES);
    const cert = new X509Certificate(server.cert);
    expect(cert.checkHost('workshop.local')).toBe('workshop.local');
    expect(cert.checkIP('192.168.7.20')).toBe('192.168.7.20');
    expect(cert.checkHost('elsewhere')).toBeUndefined();
    expect(cert.ca).toBe(false);
    expect(new X509Certificate(authority.cert).ca).toBe(true);
    const days = (Date.parse(cert.validTo) - Date.parse(cert.validFrom)) / 86_400_000;
    expect(days).toBeLessThanOrEqual(398);
    expect(statSync(path.join(folder, 'server.key')).mode & 0o077).toBe(0);
    expect(statSync(path.join(folder, 'authority.key')).mode & 0o077).toBe(0);
  });

  test('stays as it is; another name makes another one of the same authority, and so does its end', async () => {
    const first = await serverCertificate(folder, NAMES);
    expect(await serverCertificate(folder, NAMES.slice(0, 2))).toEqual(first);
    const moved = await serverCertificate(folder, [...NAMES, '10.0.0.9']);
    expect(moved.authority).toEqual(first.authority);
    expect(moved.server).not.toEqual(first.server);
    const inAYear = new Date(Date.now() + 365 * 86_400_000);
    const later = await serverCertificate(folder, [...NAMES, '10.0.0.9'], inAYear);
    expect(later.authority).toEqual(first.authority);
    expect(later.server).not.toEqual(moved.server);
    expect(readFileSync(path.join(folder, 'server.crt'), 'utf8')).toBe(later.server.cert);
  });
});

test('addresses of the network are told, none of this machine alone', () => {
  const entry = (address: string, internal: boolean, family: 'IPv4' | 'IPv6' = 'IPv4') =>
    ({ address, internal, family, netmask: '', mac: '', cidr: null, scopeid: 0 }) as never;
  const interfaces = {
    lo: [entry('127.0.0.1', true)],
    wlan0: [entry('fe80::1', false, 'IPv6'), entry('192.168.7.20', false)],
    eth0: [entry('10.0.0.9', false)],
  };
  expect(networkAddresses(interfaces)).toEqual(['192.168.7.20', '10.0.0.9']);
  expect(machineNames('Workshop.local')).toEqual(['workshop', 'workshop.local']);
  expect(machineNames('not a name')).toEqual([]);
});

describe('the page that a phone opens first', () => {
  const page = trustPage('PEM', 'https://192.168.7.20:8787', new Set(['192.168.7.20']));
  const ask = (address: string) => page.request(address);

  test('says why, hands out the certificate, and leads on', async () => {
    const text = await (await ask('http://192.168.7.20:8788/')).text();
    expect(text).toContain('Open Lumbre: https://192.168.7.20:8787');
    expect(text).toContain(`href="${AUTHORITY_PATH}"`);
    const certificate = await ask(`http://192.168.7.20:8788${AUTHORITY_PATH}`);
    expect(certificate.headers.get('content-type')).toBe('application/x-x509-ca-cert');
    expect(await certificate.text()).toBe('PEM');
  });

  test('answers to its own names only, and to nothing else', async () => {
    expect((await ask('http://evil.example:8788/')).status).toBe(421);
    expect((await ask('http://192.168.7.20:8788/authority.key')).status).toBe(404);
  });
});
