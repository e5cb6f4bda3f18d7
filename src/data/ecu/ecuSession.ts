import { create } from 'zustand';
import { type Calibration, CALIBRATION_VERSION } from '@/core/calibration';
import type { ChannelId } from '@/core/channel';
import {
  buildSum,
  documentOf,
  IMAGE_SECTIONS,
  imageOf,
  type ImageSectionId,
  imageSums,
  sectionSum,
  withCells,
} from '@/core/ecuImage';
import type { MapData } from '@/core/map';
import {
  type Codes,
  type Contents,
  type Identity,
  type LearnedCells,
  LinkClient,
  LinkError,
  REAL_CLOCK,
  type Transport,
} from '@/link';
import type { MapDifference } from './differences';
import { keepLearned } from './learnedMemory';
import { forgetLive, takeRows } from './liveFrame';
import { forgetPeaks } from './peaks';

/** The link to one engine computer, as screens see it. What it says from moment to moment is in the live frame. */
export interface EcuSession {
  readonly phase: 'none' | 'connecting' | 'live' | 'lost';
  /** The calibration it was connected for. */
  readonly calibrationId: string | null;
  readonly identity: Identity | null;
  /** What is in it, by sums: as it was told last, and as it was written since. */
  readonly contents: Contents | null;
  /** It takes what is written: the lock code was said. */
  readonly unlocked: boolean;
  /** What each sample says. */
  readonly channels: readonly ChannelId[];
  /** The sections that run, as read or written last. */
  readonly running: Readonly<Record<string, unknown>>;
  /** The sections that are stored, as read or stored last. */
  readonly stored: Readonly<Record<string, unknown>>;
  /** Cells that are edited on the screen are written as they are edited. */
  readonly editsAtOnce: boolean;
  /** What it has learned, as it was read last; null while it learns nothing. */
  readonly learned: LearnedCells | null;
  /** What is being done at it, and how far it is where that is known. */
  readonly doing: 'sending' | 'verifying' | 'storing' | 'fetching' | 'forgetting' | 'folding' | null;
  readonly progress: number | null;
  /** Why the last thing came to nothing. */
  readonly failure: EcuFailure | null;
  /** When it was lost: what had not been stored, by section. */
  readonly notStored: readonly ImageSectionId[];
  /** It was lost, and is being looked for. */
  readonly looking: boolean;
  /** It was lost and found again: the sections that do not run any more as they did. Null where it never was. */
  readonly gone: readonly ImageSectionId[] | null;
}

export interface EcuFailure {
  readonly reason: LinkError['reason'] | 'address' | 'otherVersion' | 'notVerified' | 'other';
  readonly message: string;
}

const NOT_CONNECTED: EcuSession = {
  phase: 'none',
  calibrationId: null,
  identity: null,
  contents: null,
  unlocked: false,
  channels: [],
  running: {},
  stored: {},
  editsAtOnce: false,
  learned: null,
  doing: null,
  progress: null,
  failure: null,
  notStored: [],
  looking: false,
  gone: null,
};

/** Samples a second that are asked for. */
export const LIVE_RATE_HZ = 50;
/** Cells in one message, so that a large map does not hold up the samples. */
const CELLS_TOGETHER = 256;

/** The session's store; the functions below are the only ones that change it. */
export const useEcu = create<EcuSession>(() => NOT_CONNECTED);

let client: LinkClient | null = null;
/** Counts what was done to the link on purpose: what was begun before that comes to nothing. */
let turn = 0;

/** What arrives at the pins of sensors is sent too. */
let pinsAsked = false;

/** The link as it is now, for what is done at the engine; null while there is none. */
export function linkNow(): LinkClient | null {
  return client;
}

/** Asks for what arrives at the pins of sensors, or no more. */
export async function askPins(asked: boolean): Promise<void> {
  pinsAsked = asked;
  const at = client;
  if (at === null || useEcu.getState().phase !== 'live') return;
  const channels = await at.start(LIVE_RATE_HZ, asked).catch(() => null);
  if (channels !== null && client === at) useEcu.setState({ channels });
}

/** What opens an engine computer: null leaves it locked. */
export interface OwnCodes {
  readonly pairing: NonNullable<Codes['pairing']>;
  readonly lock: string | null;
}

/** Connects over a way: who is there, what runs in it, and its samples from now on. The link before it is closed. */
export async function connectEcu(
  transport: Transport,
  calibrationId: string,
  codes: OwnCodes,
): Promise<void> {
  reaching(calibrationId);
  forgetPeaks();
  const made = clientOver(transport);
  client = made;
  try {
    const opened = await open(made, codes);
    if (client !== made) return;
    useEcu.setState({ phase: 'live', ...opened });
    void watchLearned(made);
  } catch (error) {
    if (client !== made) return;
    made.close();
    failed(error);
  }
}

/**
 * Tries to find an engine computer that was lost again: until it answers the link stays lost, with everything that is said of it.
 * @returns `over` where it does not let us in, which is told, or the link was made otherwise meanwhile.
 */
export async function findEcuAgain(
  transport: Transport,
  codes: OwnCodes,
): Promise<'found' | 'over' | 'notYet'> {
  const begun = turn;
  const made = clientOver(transport);
  try {
    const opened = await open(made, codes);
    if (begun !== turn) throw new Error('It was connected otherwise meanwhile.');
    const before = useEcu.getState().contents?.running ?? {};
    const now = opened.contents.running;
    const gone = IMAGE_SECTIONS.filter((id) => before[id] !== now[id]);
    client = made;
    useEcu.setState({ phase: 'live', ...opened, gone, notStored: [], looking: false, failure: null });
    void watchLearned(made);
    return 'found';
  } catch (error) {
    made.close();
    if (begun !== turn) return 'over';
    const nobody = error instanceof LinkError && (error.reason === 'lost' || error.reason === 'noAnswer');
    if (nobody) return 'notYet';
    failed(error);
    return 'over';
  }
}

/** The link was lost, and is being looked for, or not any more. */
export function setLooking(looking: boolean): void {
  useEcu.setState({ looking });
}

function clientOver(transport: Transport): LinkClient {
  const session = crypto.getRandomValues(new Uint32Array(1))[0] ?? 0;
  const made: LinkClient = new LinkClient(transport, REAL_CLOCK, session, {
    onSamples: (_, rows) => {
      const { spoiled, missing, answerMs } = made.counts;
      const beside = { linkSpoiled: spoiled, linkMissing: missing, linkAnswer: answerMs };
      takeRows(useEcu.getState().channels, rows, beside);
    },
    onLost: () => lose(made),
  });
  return made;
}

/** Who is there, what is in it, and its samples from now on. */
async function open(at: LinkClient, codes: OwnCodes) {
  const identity = await at.hello(codes.pairing);
  if (identity.documentVersion > CALIBRATION_VERSION) throw new NewerDocument(identity.documentVersion);
  if (codes.lock !== null) await at.unlock(codes.lock);
  const inIt = await read(at);
  const channels = await at.start(LIVE_RATE_HZ, pinsAsked);
  return { identity, ...inIt, channels, unlocked: codes.lock !== null };
}

/** What it holds may be of a kind that is not known here. */
class NewerDocument extends Error {
  constructor(version: number) {
    super(
      `The engine computer holds calibrations of version ${version}; this Lumbre reads up to version ${CALIBRATION_VERSION}. Update Lumbre, then connect.`,
    );
  }
}

/** What is in it: by sums, all that runs, and all that is stored; what is the same is read once. */
async function read(
  from: LinkClient,
): Promise<Pick<EcuSession, 'running' | 'stored'> & { contents: Contents }> {
  const contents = await from.contents();
  const ids = Object.keys(contents.running);
  const others = ids.filter((id) => contents.stored[id] !== contents.running[id]);
  const [running, stored] = await Promise.all([from.read('running', ids), from.read('stored', others)]);
  return { contents, running, stored: { ...running, ...stored } };
}

/** It is being reached. */
export function reaching(calibrationId: string): void {
  disconnectEcu();
  useEcu.setState({ ...NOT_CONNECTED, phase: 'connecting', calibrationId });
}

/** It could not even be reached. */
export function couldNotReach(calibrationId: string, message: string): void {
  disconnectEcu();
  const failure: EcuFailure = { reason: 'address', message };
  useEcu.setState({ ...NOT_CONNECTED, phase: 'lost', calibrationId, failure });
}

/** Closes the link; nothing is live any more. */
export function disconnectEcu(): void {
  turn += 1;
  stopAsking();
  client?.close();
  client = null;
  useEcu.setState(NOT_CONNECTED);
  forgetLive();
}

/** Opens it for writing. @returns whether it did. */
export async function unlockEcu(code: string): Promise<boolean> {
  if (client === null) return false;
  useEcu.setState({ failure: null });
  try {
    await client.unlock(code);
    useEcu.setState({ unlocked: true });
    return true;
  } catch (error) {
    failed(error);
    return false;
  }
}

/** Locks it again. */
export async function lockEcu(): Promise<void> {
  await client?.lock().catch(failed);
  useEcu.setState({ unlocked: false, editsAtOnce: false });
}

/** Writes what differs into what runs. It acts at once, and is not stored. @returns whether all of it arrived. */
export function sendMaps(maps: readonly MapDifference[]): Promise<boolean> {
  return doAt('sending', async (at) => {
    for (const { id, cells, wanted } of maps) {
      for (let from = 0; from < cells.length; from += CELLS_TOGETHER) {
        await writeCells(at, { id, cells: cells.slice(from, from + CELLS_TOGETHER), wanted }, null);
      }
    }
  });
}

async function writeCells(
  at: LinkClient,
  { id, cells, wanted }: MapDifference,
  left: LearnedCells | null,
): Promise<void> {
  const section = `maps.${id}` as const;
  const after = withCells((useEcu.getState().running[section] as MapData | undefined) ?? wanted, cells);
  if (after === null) throw new LinkError('badCell', 'The map in the engine computer is of another size.');
  const sum = sectionSum(section, after);
  await (left === null ? at.write(section, cells, sum) : at.fold(section, cells, sum, left));
  took({ [section]: after });
}

/** What runs is this from now on. */
function took(sections: Readonly<Record<string, unknown>>): void {
  useEcu.setState(({ running, contents }) => ({
    running: { ...running, ...sections },
    contents:
      contents === null
        ? null
        : {
            ...contents,
            running: {
              ...contents.running,
              ...Object.fromEntries(Object.entries(sections).map(([id, is]) => [id, sectionSum(id, is)])),
            },
          },
  }));
}

/**
 * Writes cells as they are edited, without a word about it.
 * @throws {LinkError} where it was refused, or lost.
 */
export async function writeEdited(maps: readonly MapDifference[]): Promise<void> {
  if (client === null) return;
  for (const map of maps) await writeCells(client, map, null);
}

/** Cells are written as they are edited, from now on or no more. */
export function setEditsAtOnce(editsAtOnce: boolean): void {
  useEcu.setState({ editsAtOnce });
}

/** Something that was asked came to nothing: why is said. */
export function cameToNothing(error: unknown): void {
  failed(error);
}

/** An edit could not be written: no other follows it, and why is said. */
export function stopEditsAtOnce(error: unknown): void {
  useEcu.setState({ editsAtOnce: false });
  failed(error);
}

/**
 * Puts a calibration in, whole: what differs is sent, runs all at once, and is made sure of, by sums and then by every value
 * read back. @returns whether it is there.
 */
export function sendCalibration(document: Calibration): Promise<boolean> {
  return doAt('sending', async (at) => {
    const image = imageOf(document);
    const sums = imageSums(image);
    const { running } = await at.contents();
    const ids = IMAGE_SECTIONS.filter((id) => id === 'about' || running[id] !== sums[id]);
    const sections = Object.fromEntries(ids.map((id) => [id, image[id]]));
    await at.send(sections, sums, (progress) => useEcu.setState({ progress }));
    useEcu.setState({ doing: 'verifying', progress: null });
    const now = await read(at);
    const other = IMAGE_SECTIONS.find(
      (id) => now.contents.running[id] !== sums[id] || sectionSum(id, now.running[id]) !== sums[id],
    );
    useEcu.setState(now);
    if (other !== undefined) throw new NotVerified(other);
    // Another build may send other channels, and learn where the one before did not.
    useEcu.setState({ channels: await at.start(LIVE_RATE_HZ, pinsAsked), learned: null });
    stopAsking();
    void watchLearned(at);
  });
}

/** What was sent is not what was read back. */
class NotVerified extends Error {
  constructor(section: string) {
    super(`What was read back is not what was sent, in ${section}. Send again; nothing was stored.`);
  }
}

/** The calibration that runs or is stored in it, as a document; null where it could not be had. */
export async function fetchCalibration(of: 'running' | 'stored'): Promise<Calibration | null> {
  let document: Calibration | null = null;
  await doAt('fetching', async (at) => {
    const contents = await at.contents();
    const image = await at.read(of, Object.keys(contents[of]));
    const read = documentOf(image);
    if (!read.ok) throw new Error('What the engine computer holds is no calibration that Lumbre reads.');
    document = read.document;
  });
  return document;
}

/** Has the engine computer keep what runs over key off. @returns whether it did. */
export function storeInEcu(): Promise<boolean> {
  return doAt('storing', async (at) => {
    const { running } = useEcu.getState();
    await at.store();
    useEcu.setState({ contents: await at.contents(), stored: running });
  });
}

/** What is learned is asked for so often, ms: it moves slowly. */
const LEARNED_EACH_MS = 3000;

let stopAsking: () => void = () => undefined;

/** Asks for what was learned now and again, and keeps it with the calibration; ends where nothing is learned. */
async function watchLearned(of: LinkClient): Promise<void> {
  if (!(await readLearned(of)) || client !== of) return;
  stopAsking = REAL_CLOCK.after(LEARNED_EACH_MS, () => void watchLearned(of));
}

async function readLearned(of: LinkClient): Promise<boolean> {
  try {
    const learned = await of.learned();
    const { calibrationId, running } = useEcu.getState();
    if (client !== of || calibrationId === null) return false;
    useEcu.setState({ learned });
    await keepLearned(calibrationId, buildSum(running), learned).catch(() => undefined);
    return true;
  } catch {
    return false;
  }
}

/** Has it forget what it learned, in some cells or, with null, in all. @returns whether it did. */
export function forgetLearned(cells: readonly number[] | null): Promise<boolean> {
  return doAt('forgetting', async (at) => {
    await at.forget(cells);
    await readLearned(at);
  });
}

/**
 * Puts what was learned into the map that runs: read anew, then the map and what stays learned written in one moment, so that
 * fuel stays as it is.
 * @param made the map as it is to be, of what is learned by now, and what stays learned; null leaves everything as it is.
 * @returns whether it was done.
 */
export async function foldLearned(
  made: (learned: LearnedCells) => { readonly map: MapDifference; readonly left: LearnedCells } | null,
): Promise<boolean> {
  let folded = false;
  const done = await doAt('folding', async (at) => {
    const fold = made(await at.learned());
    if (fold === null) return;
    await writeCells(at, fold.map, fold.left);
    folded = true;
    await readLearned(at);
  });
  return done && folded;
}

async function doAt(
  doing: NonNullable<EcuSession['doing']>,
  run: (at: LinkClient) => Promise<void>,
): Promise<boolean> {
  const at = client;
  if (at === null) return false;
  useEcu.setState({ doing, progress: null, failure: null, gone: null });
  try {
    await run(at);
    return true;
  } catch (error) {
    if (client === at) failed(error);
    return false;
  } finally {
    if (client === at) useEcu.setState({ doing: null, progress: null });
  }
}

function failed(error: unknown): void {
  const message = error instanceof Error ? error.message : 'The engine computer did not answer.';
  const reason = reasonOf(error);
  useEcu.setState(({ phase }) => ({
    failure: { reason, message },
    phase: reason === 'lost' || phase === 'connecting' ? 'lost' : phase,
  }));
}

function reasonOf(error: unknown): EcuFailure['reason'] {
  if (error instanceof LinkError) return error.reason;
  if (error instanceof NewerDocument) return 'otherVersion';
  return error instanceof NotVerified ? 'notVerified' : 'other';
}

function lose(of: LinkClient): void {
  if (client !== of) return;
  stopAsking();
  forgetLive();
  const { contents } = useEcu.getState();
  const notStored =
    contents === null ? [] : IMAGE_SECTIONS.filter((id) => contents.running[id] !== contents.stored[id]);
  useEcu.setState({
    phase: 'lost',
    doing: null,
    progress: null,
    unlocked: false,
    editsAtOnce: false,
    notStored,
  });
}
