import { X509Certificate } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import path from 'node:path';
import { generate } from 'selfsigned';

/** A key with its certificate, as PEM. */
export interface Certified {
  readonly key: string;
  readonly cert: string;
}

/** What a server over https shows, and the authority that a phone has to trust for it. */
export interface ServerCertificate {
  readonly server: Certified;
  readonly authority: Certified;
}

const DAY_MS = 86_400_000;
/** Phones take no longer ones, days. */
const SERVER_DAYS = 390;
const AUTHORITY_DAYS = 3650;
/** One that ends sooner is made anew, days. */
const LEFT_DAYS = 30;

/**
 * The certificate for these names, made where there is none or where it is of others, or about to end. The authority behind it
 * stays for years: a phone is asked to trust it once.
 * @param folder where they are kept.
 * @param names machines and addresses that the server is reached by.
 */
export async function serverCertificate(
  folder: string,
  names: readonly string[],
  now: Date = new Date(),
): Promise<ServerCertificate> {
  mkdirSync(folder, { recursive: true });
  const authority = await kept(
    folder,
    'authority',
    (cert) => endsLater(cert, now),
    () => authorityFrom(now),
  );
  const server = await kept(
    folder,
    'server',
    (cert) => endsLater(cert, now) && isFor(cert, names) && isFrom(cert, authority),
    () => serverFrom(authority, names, now),
  );
  return { server, authority };
}

/** What is kept under a name, where it still does; else made and kept. */
async function kept(
  folder: string,
  name: string,
  stillDoes: (cert: X509Certificate) => boolean,
  make: () => Promise<Certified>,
): Promise<Certified> {
  const [keyFile, certFile] = [path.join(folder, `${name}.key`), path.join(folder, `${name}.crt`)];
  if (existsSync(keyFile) && existsSync(certFile)) {
    const before = { key: readFileSync(keyFile, 'utf8'), cert: readFileSync(certFile, 'utf8') };
    if (stillDoes(new X509Certificate(before.cert))) return before;
  }
  const made = await make();
  writeFileSync(keyFile, made.key, { mode: 0o600 });
  chmodSync(keyFile, 0o600);
  writeFileSync(certFile, made.cert);
  return made;
}

function endsLater(cert: X509Certificate, now: Date): boolean {
  return Date.parse(cert.validTo) - now.getTime() > LEFT_DAYS * DAY_MS;
}

function isFor(cert: X509Certificate, names: readonly string[]): boolean {
  return names.every((name) => (isIP(name) === 0 ? cert.checkHost(name) : cert.checkIP(name)) !== undefined);
}

function isFrom(cert: X509Certificate, authority: Certified): boolean {
  return cert.verify(new X509Certificate(authority.cert).publicKey);
}

async function authorityFrom(now: Date): Promise<Certified> {
  const { private: key, cert } = await generate([{ name: 'commonName', value: 'Lumbre on this laptop' }], {
    ...span(now, AUTHORITY_DAYS),
    ...KEYS,
    extensions: [
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  });
  return { key, cert };
}

async function serverFrom(authority: Certified, names: readonly string[], now: Date): Promise<Certified> {
  const { private: key, cert } = await generate([{ name: 'commonName', value: names[0] ?? 'localhost' }], {
    ...span(now, SERVER_DAYS),
    ...KEYS,
    ca: authority,
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: names.map((name) => (isIP(name) === 0 ? { type: 2, value: name } : { type: 7, ip: name })),
      },
    ],
  });
  return { key, cert };
}

const KEYS = { keyType: 'ec', curve: 'P-256', algorithm: 'sha256' } as const;

function span(now: Date, days: number): { readonly notBeforeDate: Date; readonly notAfterDate: Date } {
  // A phone whose clock is a little behind takes it too.
  return {
    notBeforeDate: new Date(now.getTime() - DAY_MS),
    notAfterDate: new Date(now.getTime() + (days - 1) * DAY_MS),
  };
}
