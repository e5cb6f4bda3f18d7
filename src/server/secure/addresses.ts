import { hostname, networkInterfaces } from 'node:os';

/** The addresses by which other machines of the network reach this one; the first is the one to tell. */
export function networkAddresses(interfaces = networkInterfaces()): string[] {
  return Object.values(interfaces).flatMap((entries = []) =>
    entries.flatMap(({ family, internal, address }) => (family === 'IPv4' && !internal ? [address] : [])),
  );
}

/** What this machine is called in its network. */
export function machineNames(name = hostname()): string[] {
  const plain = name.toLowerCase().replace(/\.local$/, '');
  return /^[a-z0-9-]+$/.test(plain) ? [plain, `${plain}.local`] : [];
}
