import { readMade } from '@tests/support/madeTable';
import type { ChannelId } from '../channel';
import { NAMED } from './namedChannels';
import { guessUses, type GuessedUse } from './uses';

describe('what columns are', () => {
  const uses = (names: readonly string[], row: readonly string[], units: readonly string[] = []) => {
    const lines = [['Time', ...names], ...(units.length === 0 ? [] : [['s', ...units]])];
    const rows = [0, 1, 2, 3].map((i) => [String(i / 10), ...row]);
    const made = readMade(
      new TextEncoder().encode([...lines, ...rows].map((cells) => cells.join(';')).join('\n')),
    );
    return made?.uses.slice(1).map((use) => (use.as === 'channel' ? `${use.channel} ${use.unit}` : use.as));
  };

  // Worked by hand: 14.7 to 1 is λ 1, 212 °F is 100 °C, 10 psi over 81 kPa are 149.9 kPa.
  test('units become ours', () => {
    const text = 'Time;AFR;Coolant;Boost\ns;;°F;psi\n0;14.7;212;10\n0.1;13.23;32;-5\n0.2;14.7;212;0\n';
    const columns = readMade(new TextEncoder().encode(text))?.log.columns ?? {};
    expect([...(columns.lambdaOne ?? [])].map((one) => Number(one.toFixed(4)))).toEqual([1, 0.9, 1]);
    expect([...(columns.coolant ?? [])]).toEqual([100, 0, 100]);
    expect([...(columns.manifoldPressure ?? [])].map((one) => Number(one.toFixed(2)))).toEqual([
      149.95, 46.53, 81,
    ]);
  });

  test('by name and unit', () => {
    expect(
      uses(
        ['Engine Speed', 'Vehicle Speed', 'MAP', 'TPS'],
        ['900', '20', '80', '5'],
        ['rpm', 'km/h', 'kPa', '%'],
      ),
    ).toEqual(['speed rev/min', 'vehicleSpeed km/h', 'manifoldPressure kPaAbs', 'throttle %']);
    expect(uses(['Lambda 1', 'Lambda 2', 'Lambda Target'], ['1', '1', '0.9'])).toEqual([
      'lambdaOne lambda',
      'lambdaTwo lambda',
      'lambdaTarget lambda',
    ]);
    expect(
      uses(
        ['Oil Pressure', 'Oil Temp', 'Fuel Pressure', 'IAT'],
        ['4', '90', '3.5', '20'],
        ['bar', 'C', 'bar', 'C'],
      ),
    ).toEqual(['oilPressure barGauge', 'oilTemperature degC', 'fuelPressure barGauge', 'air degC']);
    expect(
      uses(
        ['Short Term Trim', 'Battery', 'Gear', 'Spark Advance'],
        ['2.5', '13.8', '2', '28'],
        ['%', 'V', '', '°'],
      ),
    ).toEqual(['lambdaTrim percentMore', 'battery V', 'gear 1', 'sparkAdvance deg']);
  });

  test('what only sounds alike is none of ours', () => {
    expect(
      uses(
        ['Boost Target', 'MAP Switch', 'RPM Limit', 'TPS Rate', 'Ignition Dwell'],
        ['150', '1', '7000', '12', '2.4'],
      ),
    ).toEqual([expect.stringMatching(/^boostTarget/), 'own', 'own', 'own', 'own']);
  });

  test('sizes tell a unit that is not written', () => {
    expect(uses(['Lambda'], ['14.2'])).toEqual(['lambdaOne afr']);
    expect(uses(['MAP'], ['0.95'])).toEqual(['manifoldPressure barAbs']);
    expect(uses(['MAP'], ['13.9'])).toEqual(['manifoldPressure psiAbs']);
    expect(uses(['MAP'], ['95'])).toEqual(['manifoldPressure kPaAbs']);
    expect(uses(['Throttle'], ['0.42'])).toEqual(['throttle share']);
  });

  test('a second of the same name has its own, and of the same channel is kept as it is', () => {
    const made = readMade(
      new TextEncoder().encode('Time,RPM,RPM,Note\n0,900,901,a\n1,910,911,b\n2,920,921,c\n'),
    );
    expect(made?.dialect.columns.map(({ name }) => name)).toEqual(['Time', 'RPM', 'RPM (2)', 'Note']);
    expect(made?.uses.map(({ as }) => as)).toEqual(['time', 'channel', 'own', 'left']);
  });

  test('columns of our own files are what they were', () => {
    expect(
      uses(['engine_speed_rpm', 'fuel_pressure_kpa_gauge', 'lambda_trim'], ['900', '300', '1.02']),
    ).toEqual(['speed rev/min', 'fuelPressure kPaGauge', 'lambdaTrim 1']);
  });
});

/** What a column is taken for, by its name, unit and first cells. */
function guessed(name: string, unit = '', first: readonly string[] = ['1', '1', '1']): GuessedUse {
  const column = { name, named: name !== '', unit, time: null, order: 'dayFirst', first } as const;
  const [use] = guessUses({ separator: ',', decimal: '.', linesBefore: 1, columns: [column] });
  if (use === undefined) throw new Error('A column is taken for something');
  return use;
}
const channelOf = (name: string, unit?: string) => {
  const { use } = guessed(name, unit);
  return use.as === 'channel' ? use.channel : use.as;
};

/** Names as boxes of this trade have them, and others that only sound alike. */
const NAMES: Readonly<
  Partial<Record<ChannelId, readonly [is: readonly string[], isNot: readonly string[]]>>
> = {
  lambdaTarget: [
    [
      'Lambda Target',
      'AFR aim',
      'Lambda Demand',
      'AFR desired',
      'Lambda request',
      'Lambda Soll',
      'Target AFR',
      'Desired λ',
      'Aim Lambda',
    ],
    ['Lambda', 'Target', 'Idle Target Speed'],
  ],
  lambdaTrimTwo: [
    ['Fuel Trim Bank 2', 'STFT Corr 2', 'Closed Loop Correction 2', 'Short Term Trim 2'],
    ['Fuel Flow 2'],
  ],
  lambdaTrim: [
    ['Lambda Correction', 'Closed Loop Trim', 'STFT', 'O2 Control', 'EGO corr', 'Short Term Trim', 'CL Trim'],
    [
      'Lambda Trim Limit',
      'Closed Loop Control Gain',
      'Closed Loop Control Status',
      'EGO Control Enable',
      'Closed Loop Control State',
    ],
  ],
  learnedTrim: [['Long Term Trim', 'LTFT', 'Learned Fuel', 'Adaptive'], ['Longest']],
  idleTarget: [['Idle Target', 'Idle Speed Desired', 'Target Idle'], ['Idle']],
  boostTarget: [['Boost Target', 'MAP aim', 'Manifold desired', 'Target Boost'], []],
  lambdaTwo: [
    ['Lambda 2', 'AFR B', 'Lambda Right', 'Wideband Rear', 'Lambda Bank 2', 'AFR2', 'WB2', 'O2 Bank2'],
    ['Lambda 2 Temp', 'Lambda 3'],
  ],
  lambdaOne: [
    ['Lambda', 'AFR', 'Wideband', 'O2', 'Lambda1', 'WB1', 'λ', 'Lambda 1'],
    [
      'Lambda Error',
      'Lambda Heater Duty',
      'Lambda Temp',
      'Lambda Volt',
      'Lambda Table',
      'Lambda 4',
      'Lambda Average',
      'Lambda Duty',
    ],
  ],
  vehicleSpeed: [
    ['Vehicle Speed', 'Road Speed', 'GPS Speed', 'Car Speed', 'Ground Speed', 'VSS', 'Speed'],
    ['Turbo Speed', 'Idle Speed', 'Wheel Slip Speed'],
  ],
  speed: [
    [
      'RPM',
      'Engine Speed',
      'Eng Speed',
      'Motor Speed',
      'Crank Speed',
      'Revs',
      'Drehzahl',
      'n Mot',
      'nMot',
      'Revolutions',
      'rpm_1',
    ],
    [
      'RPM Limit',
      'RPM Target',
      'Idle RPM',
      'RPM Delta',
      'Turbo RPM',
      'Wheel RPM',
      'RPM Error',
      'Gear RPM',
      'Launch RPM',
      'RPM Rate',
      'RPM dot',
    ],
  ],
  manifoldPressure: [
    [
      'MAP',
      'Manifold Press',
      'Manifold Air Pressure',
      'Inlet Pressure',
      'Intake Press',
      'Boost',
      'Boost Pressure',
      'Ladedruck',
      'Manifold',
    ],
    [
      'MAP Switch',
      'MAP Select',
      'MAP Number',
      'MAP Index',
      'Boost Duty',
      'Boost Error',
      'Boost Valve',
      'Boost Control',
      'MAP Rate',
      'MAP dot',
    ],
  ],
  throttle: [
    ['TPS', 'Throttle', 'Throttle Pos', 'Throttle Position', 'Drosselklappe', 'TP'],
    [
      'TPS Rate',
      'Throttle Target',
      'TPS dot',
      'TPS Delta',
      'TPS Volt',
      'Throttle Area',
      'TPS Error',
      'Throttle Duty',
      'Throttle Trim',
    ],
  ],
  oilPressure: [
    ['Oil Press', 'Engine Oil Pressure'],
    ['Oil', 'Oil Level'],
  ],
  oilTemperature: [['Oil Temp', 'Engine Oil Temperature', 'Oil T'], []],
  fuelPressure: [
    ['Fuel Press', 'Rail Pressure'],
    ['Fuel Pressure Target', 'Fuel Press Diff', 'Rail Pressure Delta'],
  ],
  coolant: [
    ['Coolant Temp', 'CLT', 'ECT', 'CTS', 'Water Temp', 'Engine Temp', 'Engine Temperature', 'Coolant'],
    [
      'Coolant Fan',
      'Engine Load',
      'Water Level',
      'Engine Torque',
      'CLT Enrich',
      'CLT Corr',
      'Engine Run Time',
      'ECT Volt',
      'Engine Protection',
      'Engine Hours',
      'Engine Status',
      'Coolant Flow',
      'Engine State',
    ],
  ],
  air: [
    [
      'IAT',
      'ACT',
      'MAT',
      'AIT',
      'Inlet Air Temp',
      'Intake Air',
      'Air Temp',
      'Air Temperature',
      'Intake Temp',
      'Inlet Temp',
      'Charge Temp',
      'Manifold Temp',
    ],
    ['IAT Corr', 'IAT Volt'],
  ],
  battery: [
    ['Battery', 'Batt', 'VBat', 'Supply', 'ECU Volts', 'ECU Voltage', 'System Voltage', 'Battery Volt'],
    ['Battery Corr', 'Battery Dead Time', 'Battery Comp'],
  ],
  injectorOpening: [
    [
      'Inj PW',
      'Injector Time',
      'Injection Width',
      'Pulse Width',
      'Injector Opening',
      'Injection Duration',
      'PW',
      'IPW',
      'PW1',
      'Pulsewidth',
    ],
    ['Injector Duty', 'Injector Dead Time', 'Injection Angle', 'Injector Time Offset', 'PW2'],
  ],
  sparkAdvance: [
    [
      'Spark Advance',
      'Ignition Angle',
      'Ign Timing',
      'Ign Adv',
      'Advance',
      'Timing',
      'Ignition',
      'Spark',
      'Zündwinkel',
      'Ign Angle',
      'Advance Angle',
    ],
    [
      'Ignition Dwell',
      'Spark Cut',
      'Ign Angle Corr',
      'Spark Angle Trim',
      'Ignition Angle Retard',
      'Ignition Angle Table',
      'Spark Angle Count',
      'Ign Angle Cyl 3',
    ],
  ],
  airFlow: [
    ['MAF', 'Mass Air', 'Air Flow', 'Airflow', 'Air Mass'],
    ['MAF Volt', 'MAF Freq'],
  ],
  vePercent: [['VE', 'VE Table', 'Volumetric Efficiency'], ['Vehicle']],
  ethanol: [['Ethanol', 'Flex Fuel', 'E Content'], []],
  gear: [
    ['Gear', 'Gear Pos', 'Gear Position', 'Gear Number'],
    ['Gear Ratio', 'Target Gear'],
  ],
  knockNoise: [
    ['Knock Level', 'Knock Noise', 'Knock Volt', 'Knock Voltage', 'Knock Sensor'],
    ['Knock Retard Level', 'Knock Count Level', 'Knock Level Threshold'],
  ],
};

test('every channel that is told by its name has names here', () => {
  expect(Object.keys(NAMES).sort()).toEqual(NAMED.map(({ channel }) => channel).sort());
});

test.each(Object.entries(NAMES).flatMap(([id, [is]]) => is.map((name) => [name, id] as const)))(
  '“%s” is %s',
  (name, id) => expect(channelOf(name)).toBe(id),
);

test.each(Object.entries(NAMES).flatMap(([id, [, isNot]]) => isNot.map((name) => [name, id] as const)))(
  '“%s” is not %s',
  (name, id) => expect(channelOf(name)).not.toBe(id),
);

test('a unit may deny what a name says', () => {
  expect(channelOf('Coolant Temp', 'bar')).not.toBe('coolant');
  expect(channelOf('Coolant Temp', '°F')).toBe('coolant');
  expect(channelOf('MAP', '%')).toBe('own');
  expect(channelOf('MAP', 'inHg')).toBe('manifoldPressure');
  expect(channelOf('Speed', 'mph')).toBe('vehicleSpeed');
  expect(channelOf('Speed', 'rpm')).not.toBe('vehicleSpeed');
  expect(channelOf('Airflow', 'kg/h')).toBe('airFlow');
  expect(channelOf('Airflow', 'V')).toBe('own');
  expect(channelOf('Idle Target', 'rpm')).toBe('idleTarget');
  expect(channelOf('Idle Target', '%')).not.toBe('idleTarget');
});

describe('the time', () => {
  const timeUnit = (name: string, unit: string, first: readonly string[]) => {
    const { use, doubtful } = guessed(name, unit, first);
    return use.as === 'time' ? [use.unit, doubtful] : use.as;
  };

  test.each([
    'Time',
    'Timestamp',
    'Elapsed Time',
    'Log Time',
    'Seconds',
    'sec',
    'ms',
    't',
    'Clock',
    'Date Time',
    'Offset',
  ])('“%s” is one', (name) => expect(guessed(name).use.as).toBe('time'));

  test('its unit is written, or told by its steps and doubtful', () => {
    expect(timeUnit('Time', 'ms', ['0', '20'])).toEqual(['ms', false]);
    expect(timeUnit('Time', 'msec', ['0', '20'])).toEqual(['ms', false]);
    expect(timeUnit('Milliseconds', '', ['0', '20'])).not.toBe('time');
    expect(timeUnit('Time (us)', '', ['0', '20'])).toEqual(['us', false]);
    expect(timeUnit('Time', 'µs', ['0', '20'])).toEqual(['us', false]);
    expect(timeUnit('Elapsed', 'minutes', ['0', '20'])).toEqual(['min', false]);
    expect(timeUnit('Elapsed', 'sec', ['0', '20'])).toEqual(['s', false]);
    expect(timeUnit('Time', '', ['0', '0.1', '0.2'])).toEqual(['s', true]);
    expect(timeUnit('Time', '', ['0', '2', '4'])).toEqual(['s', true]);
    expect(timeUnit('Time', '', ['0', '20', '40'])).toEqual(['ms', true]);
    expect(timeUnit('Time', '', ['0', '20000', '40000'])).toEqual(['us', true]);
    // A hole, or a step back, is no step.
    expect(timeUnit('Time', '', ['0', '0.1', '0.2', '900', '900.1', '0.3'])).toEqual(['s', true]);
  });

  test('without a name it is the first column that is written as times are', () => {
    const column = (name: string, time: 'clock' | null, first: readonly string[]) =>
      ({ name, named: true, unit: '', time, order: 'dayFirst', first }) as const;
    const uses = guessUses({
      separator: ',',
      decimal: '.',
      linesBefore: 1,
      columns: [
        column('Lap', null, ['1']),
        column('When', 'clock', ['0:01']),
        column('Then', 'clock', ['0:02']),
      ],
    });
    expect(uses.map(({ use }) => use.as)).toEqual(['own', 'time', 'left']);
  });
});

test('columns of text, and of nothing without a name, are left; a named one of nothing is kept', () => {
  expect(guessed('Note', '', ['a', 'b']).use.as).toBe('left');
  expect(guessed('', '', ['', '-']).use.as).toBe('left');
  expect(guessed('Lap', '', ['', '-']).use.as).toBe('own');
  expect(guessed('', '', ['', '5']).use.as).toBe('own');
  expect(guessed('Lap', '', ['a', '5']).use.as).toBe('own');
});

describe('units', () => {
  const unitOf = (name: string, unit: string, first: readonly string[]) => {
    const { use, doubtful } = guessed(name, unit, first);
    return use.as === 'channel' ? [use.unit, doubtful] : use.as;
  };

  test('one that is written and only one is that', () => {
    expect(unitOf('RPM', 'u/min', ['900'])).toEqual(['rev/min', false]);
    expect(unitOf('Coolant', 'fahrenheit', ['180'])).toEqual(['degF', false]);
    expect(unitOf('Spark Advance', 'degBTDC', ['20'])).toEqual(['deg', false]);
  });

  test('of a pressure the name, or a number below nothing, says which side', () => {
    expect(unitOf('Boost', 'psi', ['5'])).toEqual(['psiGauge', false]);
    expect(unitOf('MAP', 'psi', ['14'])).toEqual(['psiAbs', true]);
    expect(unitOf('MAP', 'psi', ['-4', '5'])).toEqual(['psiGauge', true]);
    expect(unitOf('Manifold Pressure', 'bar abs', ['1'])).toEqual(['barAbs', false]);
    expect(unitOf('MAP', 'kPa(g)', ['30'])).toEqual(['kPaGauge', false]);
    expect(unitOf('MAP', 'mbar', ['950'])).toEqual(['mbarAbs', true]);
  });

  test('of a mixture its size says which, and it is doubtful where its name says the other', () => {
    expect(unitOf('AFR', '', ['14.2'])).toEqual(['afr', false]);
    expect(unitOf('AFR', '', ['0.98'])).toEqual(['lambda', true]);
    expect(unitOf('Lambda', '', ['14.2'])).toEqual(['afr', true]);
    expect(unitOf('Lambda', '', ['0.98'])).toEqual(['lambda', false]);
  });

  test('of a factor: about one, about nothing, or about a hundred', () => {
    expect(unitOf('Lambda Correction', '', ['1.02', '0.97'])).toEqual(['1', true]);
    expect(unitOf('Lambda Correction', '%', ['-3', '4'])).toEqual(['percentMore', true]);
    expect(unitOf('Lambda Correction', '%', ['97', '104'])).toEqual(['percentOf', true]);
  });

  test('where nothing is known the usual one is taken', () => {
    expect(unitOf('TPS', '', ['', '-'])).toEqual(['%', true]);
  });
});
