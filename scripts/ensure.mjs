/** Brings a fresh machine to where the commands can run. Plain JavaScript: nothing is installed yet when it starts. */
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { CHROMIUM, CHROMIUM_PACKAGE } from './chromium.mjs';

export const root = path.resolve(import.meta.dirname, '..');
/** What the built app is made from. */
const BUILD_INPUTS = [
  'src',
  'public',
  'app.json',
  'babel.config.js',
  'metro.config.js',
  'package-lock.json',
  'scripts/build',
  'scripts/build.mts',
];

function run(command, args, options = {}) {
  execFileSync(command, args, { cwd: root, stdio: 'inherit', ...options });
}

function isStamped(file, value) {
  return existsSync(file) && readFileSync(file, 'utf8') === value;
}

function hashOf(paths) {
  const hash = createHash('sha256');
  const add = (file) => hash.update(path.relative(root, file)).update(readFileSync(file));
  for (const name of paths) {
    const whole = path.join(root, name);
    const entries = readdirSync(path.dirname(whole), { withFileTypes: true });
    const self = entries.find((entry) => entry.name === path.basename(whole));
    if (self === undefined) continue;
    if (self.isFile()) add(whole);
    else {
      readdirSync(whole, { recursive: true, withFileTypes: true })
        .filter((entry) => entry.isFile() && !/\.test\.tsx?$/.test(entry.name))
        .map((entry) => path.join(entry.parentPath, entry.name))
        .sort()
        .forEach(add);
    }
  }
  return hash.digest('hex');
}

/** Installs the packages of the lock file, unless they are installed already. */
export function ensurePackages() {
  const stamp = path.join(root, 'node_modules', '.lumbre-installed');
  const wanted = hashOf(['package-lock.json']);
  if (isStamped(stamp, wanted)) return;
  console.log('Installing packages; about a minute and a half the first time.');
  run('npm', ['ci', '--no-audit', '--no-fund', '--ignore-scripts']);
  writeFileSync(stamp, wanted);
}

/** Builds the app, unless what it is made from has not changed. */
export function ensureBuilt() {
  const stamp = path.join(root, 'dist', '.built-from');
  const wanted = hashOf(BUILD_INPUTS);
  if (isStamped(stamp, wanted)) return;
  console.log('Building the app; about a minute and a half the first time.');
  run(process.execPath, ['--import', 'tsx', 'scripts/build.mts']);
  mkdirSync(path.dirname(stamp), { recursive: true });
  writeFileSync(stamp, wanted);
}

/** Installs Debian's Chromium for the browser tests, unless it is there. */
export function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, 'apt-get', ...args];
    return (
      spawnSync(command, rest, {
        stdio: 'inherit',
        env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
      }).status === 0
    );
  };
  console.log('Installing Chromium for the browser tests.');
  if (!(apt('update') && apt('install', '-y', CHROMIUM_PACKAGE)) || !existsSync(CHROMIUM)) {
    throw new Error(
      `Chromium could not be installed. Install Debian's package "${CHROMIUM_PACKAGE}" so that ${CHROMIUM} exists, and run this again.`,
    );
  }
}

/** Writes the router's types for the routes there are, which the type check needs. */
export function ensureRouteTypes() {
  run(process.execPath, ['node_modules/expo/bin/cli', 'customize', 'tsconfig.json'], {
    stdio: 'ignore',
    env: { ...process.env, CI: '1', EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1' },
  });
}
