import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { layOffline } from '../scripts/build/offline.mts';
import { SCRIPTS } from '../scripts/build/firstPart.mts';

const root = path.resolve(__dirname, '..');
const built = path.resolve(root, process.env['E2E_DIST'] ?? 'dist');

/** A server of its own, that can be killed, and whose build can be replaced by a later one. */
export class ReleaseServer {
  private server: ChildProcess | null = null;
  /** What it serves: a copy of the build. */
  readonly dist = mkdtempSync(path.join(tmpdir(), 'lumbre-release-'));
  private port = 0;

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(env: Readonly<Record<string, string>> = {}): Promise<void> {
    if (this.port === 0) {
      cpSync(built, this.dist, { recursive: true });
      this.port = await freePort();
    }
    this.server = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts'], {
      cwd: root,
      env: { ...process.env, PORT: String(this.port), DIST: this.dist, ...env },
      stdio: 'ignore',
    });
    for (;;) {
      const isThere = await fetch(`${this.address}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      );
      if (isThere) return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }

  /** As if the laptop had been closed. */
  async kill(): Promise<void> {
    const { server } = this;
    this.server = null;
    if (server === null) return;
    const gone = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGKILL');
    await gone;
  }

  /**
   * A later build takes the place of this one, as a build does: what changes has another name, and the scripts of the one
   * before stay for a while.
   * @param sees what the later one says of itself.
   * @returns the file that only the later one has.
   */
  async release(sees: string): Promise<string> {
    const page = path.join(this.dist, 'index.html');
    const scripts = path.join(this.dist, SCRIPTS);
    // The files of builds before it lie beside it.
    const entry = /entry-[\w-]+\.js/.exec(readFileSync(page, 'utf8'))?.[0] ?? '';
    const later = entry.replace('.js', `-${sees.replace(/\W/g, '')}.js`);
    const text = readFileSync(path.join(scripts, entry), 'utf8');
    const whole = path.join(scripts, entry);
    const aside = path.join(this.dist, `${entry}.earlier`);
    for (const copy of ['.br', '.gz']) rmSync(`${whole}${copy}`, { force: true });
    renameSync(whole, aside);
    writeFileSync(
      path.join(scripts, later),
      `${text}\ndocument.documentElement.dataset.release=${JSON.stringify(sees)};`,
    );
    writeFileSync(page, readFileSync(page, 'utf8').replace(entry, later));
    for (const copy of ['.br', '.gz']) rmSync(`${page}${copy}`, { force: true });
    await layOffline(root, this.dist);
    renameSync(aside, whole);
    return path.join(scripts, later);
  }

  async end(): Promise<void> {
    await this.kill();
    rmSync(this.dist, { recursive: true, force: true });
  }
}

/** A port that nobody listens on. */
export function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const asked = createServer();
    asked.listen(0, '127.0.0.1', () => {
      const { port } = asked.address() as AddressInfo;
      asked.close(() => resolve(port));
    });
  });
}
