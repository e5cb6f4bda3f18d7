import { z } from '../field/schema';

/** Marks a file as the description of an engine computer. */
export const ECU_FORMAT = 'lumbre-ecu';
const ECU_VERSION = 1;

/** Electrical kinds of pins. */
const PIN_KINDS = [
  'crank',
  'cam',
  'analogue',
  'temperature',
  'frequency',
  'switch',
  'knock',
  'injector',
  'coilLogic',
  'coilDirect',
  'lowSide',
  'highSide',
] as const;

export type PinKind = (typeof PIN_KINDS)[number];

/** What a kind of pin is called. */
export const PIN_KIND_TEXT: Readonly<Record<PinKind, string>> = {
  crank: 'Crank input',
  cam: 'Cam input',
  analogue: 'Analogue input',
  temperature: 'Temperature input',
  frequency: 'Frequency input',
  switch: 'Switch input',
  knock: 'Knock input',
  injector: 'Injector driver',
  coilLogic: 'Coil driver, logic',
  coilDirect: 'Coil driver, direct',
  lowSide: 'Low-side output',
  highSide: 'High-side output',
};

const pinSchema = z.object({
  id: z
    .string()
    .regex(/^[A-Z][A-Z0-9]{0,3}$/, 'A pin is called by a letter and up to three letters or digits, as A12'),
  kind: z.enum(PIN_KINDS),
  /** Most current of a driver, A. */
  maxA: z.number().positive().max(60).optional(),
  /** Whether an injector driver limits the current by itself. */
  peakAndHold: z.boolean().optional(),
});

/** An engine computer as wiring sees it: its pins with their kinds and limits. Data, so that another one is a file. */
export const ecuSchema = z
  .object({
    format: z.literal(ECU_FORMAT),
    version: z.literal(ECU_VERSION),
    id: z.string().regex(/^[a-z0-9-]{1,40}$/),
    name: z.string().trim().min(1).max(60),
    note: z.string().max(300),
    /** Pull-up of the temperature inputs, Ω. */
    pullUpOhm: z.number().min(100).max(200000),
    referenceV: z.number().min(3).max(5.5),
    adcBits: z.number().int().min(8).max(24),
    pins: z.array(pinSchema).min(4).max(200),
  })
  .superRefine(({ pins }, context) => {
    pins.forEach((pin, i) => {
      if (pins.findIndex((other) => other.id === pin.id) < i) {
        context.addIssue({
          code: 'custom',
          path: ['pins', i, 'id'],
          message: `Pin ${pin.id} is listed twice`,
        });
      }
      const driver = ['injector', 'coilDirect', 'lowSide', 'highSide'].includes(pin.kind);
      if (driver && pin.maxA === undefined) {
        context.addIssue({
          code: 'custom',
          path: ['pins', i, 'maxA'],
          message: `Pin ${pin.id} drives a load and needs maxA`,
        });
      }
    });
  });

export type EcuDescription = z.infer<typeof ecuSchema>;
export type EcuPin = EcuDescription['pins'][number];

/** How many pins of each kind an engine computer has. */
export function pinCounts(ecu: EcuDescription): { readonly kind: PinKind; readonly count: number }[] {
  return PIN_KINDS.map((kind) => ({
    kind,
    count: ecu.pins.filter((pin) => pin.kind === kind).length,
  })).filter(({ count }) => count > 0);
}
