import { act, fireEvent, render, screen } from '@tests/support/render';
import { drawnLog } from '@tests/support/drawnLog';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { plainTask } from '@tests/support/plainTask';
import type { Correction } from '@/core/correction';
import type { Log } from '@/core/log';
import type { OwnFactor, SparkFound, SparkStudy, StartStudy } from '@/core/logStudies';
import { closeSession, openSession, useSession } from '@/data/session/session';
import { startOwnFactor, startSpark, startStartStudy } from '@/workers/logFitClient';
import { OwnFactorCard } from './OwnFactorCard';
import { vehicleFactsOf } from './vehicleFacts';
import { SparkCard } from './SparkCard';
import { StartsCard } from './StartsCard';

jest.mock('@/workers/logFitClient', () => ({
  startOwnFactor: jest.fn(),
  startSpark: jest.fn(),
  startStartStudy: jest.fn(),
}));

const source = { kind: 'measured', date: TEST_DAY } as const;
const OWN: Correction = {
  id: 'own',
  name: 'Warm rail',
  enabled: true,
  on: 'fuel',
  operation: 'multiply',
  x: 'air',
  y: null,
  activation: null,
  map: { x: [-20, 20, 60], y: [], values: [1, 1, 1], sources: [source], cellSources: [0, 0, 0] },
};
const document = demo('ventisca', (draft) => {
  draft.corrections = [OWN, { ...OWN, id: 'spark', name: 'Of spark', on: 'spark' }];
});
const LOG: Log = { timeS: Float64Array.of(0, 1), columns: {} };
const DRIVES = [{ log: LOG, then: null }];
const TASK = plainTask([1000, 3000], [40, 100], [70, 70, 70, 70]);
const current = () => useSession.getState().history?.document ?? demo();
const press = (name: RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const settled = () => act(async () => Promise.resolve());
const cancel = jest.fn();
/** The worker answers this, or fails. */
const answers = (start: unknown, answer: Promise<unknown>) => (start as jest.Mock).mockReturnValue({ answer, cancel }); // prettier-ignore

beforeEach(() => openSession('one', 1, document));
afterEach(() => {
  closeSession();
  jest.clearAllMocks();
});

describe('a correction of one’s own', () => {
  const card = () => render(<OwnFactorCard drives={DRIVES} task={TASK} note="Log of today" />);
  const found = {
    cells: {
      change: Float64Array.of(-0.08, 0, 0.04),
      standardError: Float64Array.of(0.001, 0.001, 0.001),
      evidenceS: Float64Array.of(9, 9, 9),
    },
    keptS: 200,
    off: 0.05,
    on: 0.006,
  } as unknown as OwnFactor;

  test('is looked for once it is chosen, and lands as a proposal with its source', async () => {
    answers(startOwnFactor, Promise.resolve({ found }));
    card();
    expect(screen.queryByRole('radio', { name: 'Of spark' })).toBeNull();
    expect(startOwnFactor).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole('radio', { name: 'Warm rail' }));
    await settled();
    expect(screen.getByText(/^By 200 s of running lambda lies 5\.0 % off/)).toBeTruthy();
    press(/Look at 2 of its cells$/);
    press(/Accept all$/);
    const [own] = current().corrections;
    expect(own?.map.values).toEqual([0.923, 1, 1.041]);
    expect(own?.map.sources[own.map.cellSources[0] ?? 0]).toMatchObject({
      kind: 'measured',
      note: 'Log of today',
    });
    expect(current().corrections[1]?.map.values).toEqual([1, 1, 1]);
  });

  test('says why nothing is said, and what went wrong', async () => {
    answers(startOwnFactor, Promise.resolve({ found: { why: 'tooLittle' } }));
    const { unmount } = card();
    fireEvent.click(screen.getByRole('radio', { name: 'Warm rail' }));
    await settled();
    expect(screen.getByText(/^Fewer than two cells/)).toBeTruthy();
    unmount();
    expect(cancel).toHaveBeenCalled();
    answers(startOwnFactor, Promise.reject(new Error('The worker ended.')));
    card();
    fireEvent.click(screen.getByRole('radio', { name: 'Warm rail' }));
    await settled();
    expect(screen.getByText('The worker ended.')).toBeTruthy();
  });

  test('without one of fuel there is no card', () => {
    closeSession();
    openSession('one', 1, demo());
    const { container } = card();
    expect(container.textContent).toBe('');
  });
});

describe('spark', () => {
  const found: SparkFound = {
    speedRpm: document.maps.spark?.x[8] ?? 0,
    manifoldKpa: document.maps.spark?.y[6] ?? 0,
    throttlePercent: 100,
    gear: 3,
    pulls: 5,
    fromDeg: 10,
    toDeg: 30,
    leastDeg: 12,
    torque: null,
    standardErrorDeg: 0.5,
    unsure: null,
    knocksFromDeg: null,
    adviseDeg: 12,
  };
  const study = {
    ok: true,
    found: [found],
    pulls: 5,
    leftOutForFuel: 0,
    withoutLambda: 0,
    from: { kind: 'acceleration' },
  } as SparkStudy;
  const at = () => current().maps.spark?.values[8 + 6 * (document.maps.spark?.x.length ?? 0)];

  test('is studied when it is asked for, and moves the cells that were found', async () => {
    answers(startSpark, Promise.resolve({ study }));
    render(<SparkCard logs={[LOG]} note="Log of today" />);
    expect(startSpark).not.toHaveBeenCalled();
    press(/Study the spark$/);
    await settled();
    expect(startSpark).toHaveBeenCalledWith([LOG], { kind: 'vehicle', car: vehicleFactsOf(document) });
    expect(screen.getByText(/is the least that gives the torque\.$/)).toBeTruthy();
    const before = at() ?? NaN;
    press(/cells of spark$/);
    press(/Accept all$/);
    expect(Math.abs((at() ?? NaN) - 12)).toBeLessThan(Math.abs(before - 12));
  });

  test('without the car’s mass torque is told by how fast it gains speed alone', async () => {
    closeSession();
    openSession(
      'one',
      1,
      demo('ventisca', ({ engine }) => (engine.mass = null)),
    );
    answers(startSpark, Promise.resolve({ study: { ok: false, why: 'noPull' } }));
    render(<SparkCard logs={[LOG]} note="" />);
    press(/Study the spark$/);
    await settled();
    expect(startSpark).toHaveBeenCalledWith([LOG], { kind: 'acceleration' });
  });

  test('by a column of torque where there is one', async () => {
    answers(startSpark, Promise.resolve({ study: { ok: false, why: 'fuel', off: 0.05 } }));
    const own = [
      { name: 'Brake torque', unit: 'Nm', values: Float64Array.of(1, 2) },
      { name: 'Strain', unit: 'N·m', values: Float64Array.of(1, 2) },
      { name: 'Force', unit: 'N', values: Float64Array.of(1, 2) },
    ];
    render(<SparkCard logs={[{ ...LOG, own }]} note="" />);
    expect(screen.queryByRole('radio', { name: 'Force' })).toBeNull();
    expect(screen.getByRole('radio', { name: 'Brake torque' })).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: 'Strain' }));
    await settled();
    expect(startSpark).toHaveBeenCalledWith([expect.anything()], { kind: 'column', name: 'Strain' });
    expect(screen.getByText(/^Fuel comes first/)).toBeTruthy();
  });

  test('what goes wrong is said', async () => {
    answers(startSpark, Promise.reject(new Error('The worker ended.')));
    render(<SparkCard logs={[LOG]} note="" />);
    press(/Study the spark$/);
    await settled();
    expect(screen.getByText('The worker ended.')).toBeTruthy();
  });
});

describe('starts', () => {
  const log = drawnLog({ speed: (atS) => (atS < 2 ? 0 : 200), coolant: 0 }, 10);
  const drives = [{ log, then: null, curves: 'now' as const }];
  const card = (of = drives) => render(<StartsCard drives={of} task={TASK} note="Log of today" />);
  const study = {
    ok: true,
    starts: [],
    cells: {
      cranking: [{ index: 1, value: 5.5 }],
      afterStart: [],
      afterStartDecay: [],
      warmUp: [{ index: 3, value: 1.4 }],
    },
    crankingUnsure: 0.14,
    running: null,
    mapUnknownS: 0,
  } satisfies StartStudy;

  test('are studied when it is asked for, and each curve is a proposal of its own', async () => {
    answers(startStartStudy, Promise.resolve({ study }));
    card();
    expect(startStartStudy).not.toHaveBeenCalled();
    press(/Study the starts$/);
    await settled();
    const [given, ask] = (startStartStudy as jest.Mock).mock.calls[0] as Parameters<typeof startStartStudy>;
    // No calibration is kept with this log: its curves are those of now.
    expect(given[0]?.curves).toEqual(ask.now);
    expect(ask.limits.cranking).toEqual({ min: 0, max: 30, decimals: 2 });
    expect(screen.getByText(/^With one of these logs no calibration is kept/)).toBeTruthy();
    expect(screen.getByText(/is known within 14 %/)).toBeTruthy();
    press(/Cranking fuel: look at 1 cells$/);
    press(/Accept all$/);
    expect(current().maps.cranking?.values[1]).toBe(5.5);
    expect(current().maps.warmUp?.values).toEqual(document.maps.warmUp?.values);
    await settled();
    press(/Warm-up enrichment: look at 1 cells$/);
    press(/Accept all$/);
    expect(current().maps.warmUp?.values[3]).toBe(1.4);
  });

  test('why nothing is said is told, and what went wrong', async () => {
    answers(startStartStudy, Promise.resolve({ study: { ok: false, why: 'noCoolant' } }));
    const { unmount } = card();
    press(/Study the starts$/);
    await settled();
    expect(screen.getByText(/^Coolant temperature was not logged/)).toBeTruthy();
    unmount();
    answers(startStartStudy, Promise.reject(new Error('The worker ended.')));
    card();
    press(/Study the starts$/);
    await settled();
    expect(screen.getByText('The worker ended.')).toBeTruthy();
  });

  test('a calibration that is not complete is said to be', async () => {
    closeSession();
    openSession(
      'one',
      1,
      demo('ventisca', ({ engine }) => (engine.cylinders = null)),
    );
    card();
    press(/Study the starts$/);
    await settled();
    expect(screen.getByText(/^This calibration is not complete/)).toBeTruthy();
    expect(startStartStudy).not.toHaveBeenCalled();
  });

  test('without one in the logs there is no card', () => {
    const { container } = card([{ ...drives[0], log: LOG, then: null, curves: 'now' }]);
    expect(container.textContent).toBe('');
  });
});
