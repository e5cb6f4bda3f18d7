import { quantityField, z } from '../field/schema';

/** How cam timing is given. */
const CAM_FORMS = ['events', 'lobes'] as const;

const sheet = 'The cam card says, with the valve lift at which it counts.';

function valveAngle(label: string, what: string, usual: string, min: number, max: number) {
  return quantityField({
    label,
    quantity: 'angle',
    unit: 'deg',
    min,
    max,
    decimals: 0,
    required: true,
    help: { what, usual, changes: 'The valve strip, the overlap, and the best end of injection.' },
  });
}

/** Valve timing, as opening and closing angles or as lobe centres and durations. */
export const camSchema = z.object({
  givenBy: z.enum(CAM_FORMS),
  statedLift: quantityField({
    card: 'Cam card',
    label: 'Stated at a valve lift of',
    quantity: 'length',
    unit: 'mm',
    min: 0,
    max: 5,
    decimals: 2,
    required: false,
    help: {
      what: 'Valve lift at which opening and closing are counted.',
      usual: '1.00 or 1.27 mm. Seat timing (0.1 mm) is 40 to 60° longer for the same cam.',
      changes: 'Nothing by itself: it says which of two figures for the same cam this is.',
    },
  }),
  intakeOpens: valveAngle(
    'Intake opens, before TDC',
    'Crank angle before top dead centre at which the intake valve opens.',
    sheet,
    -60,
    120,
  ),
  intakeCloses: valveAngle(
    'Intake closes, after BDC',
    'Crank angle after bottom dead centre at which the intake valve closes.',
    sheet,
    -60,
    150,
  ),
  exhaustOpens: valveAngle(
    'Exhaust opens, before BDC',
    'Crank angle before bottom dead centre at which the exhaust valve opens.',
    sheet,
    -60,
    150,
  ),
  exhaustCloses: valveAngle(
    'Exhaust closes, after TDC',
    'Crank angle after top dead centre at which the exhaust valve closes.',
    sheet,
    -60,
    120,
  ),
  intakeCentre: valveAngle(
    'Intake lobe centre, after TDC',
    'Crank angle after top dead centre at which the intake valve is fully open.',
    '100 to 115°; smaller is advanced.',
    60,
    150,
  ),
  intakeDuration: valveAngle(
    'Intake duration',
    'Crank angle over which the intake valve is open.',
    '220 to 320° at the stated lift.',
    120,
    400,
  ),
  exhaustCentre: valveAngle(
    'Exhaust lobe centre, before TDC',
    'Crank angle before top dead centre at which the exhaust valve is fully open.',
    '100 to 115°.',
    60,
    150,
  ),
  exhaustDuration: valveAngle(
    'Exhaust duration',
    'Crank angle over which the exhaust valve is open.',
    '220 to 320° at the stated lift.',
    120,
    400,
  ),
});

/** The cam section of the calibration document. */
export type Cams = z.infer<typeof camSchema>;

/** The angles each form of cam timing is made of. */
export const CAM_ANGLES = {
  events: ['intakeOpens', 'intakeCloses', 'exhaustOpens', 'exhaustCloses'],
  lobes: ['intakeCentre', 'intakeDuration', 'exhaustCentre', 'exhaustDuration'],
} as const satisfies Record<(typeof CAM_FORMS)[number], readonly (keyof Cams)[]>;
