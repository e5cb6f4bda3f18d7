import type { ChannelId } from '../channel';

/** How a channel is called in tables, small, with single spaces. */
interface NamedChannel {
  readonly channel: ChannelId;
  readonly named: RegExp;
  /** What else may be called so is none. */
  readonly not?: RegExp;
  /** Only in such a unit, where one is written. */
  readonly unit?: RegExp;
}

/** Names of channels, the more special first: the first that fits is taken. */
export const NAMED: readonly NamedChannel[] = [
  {
    channel: 'lambdaTarget',
    named:
      /\b(lambda|afr)\b.*\b(target|aim|demand|desired|request|soll)|\b(target|aim|desired)\b.*\b(lambda|afr)\b/,
  },
  {
    channel: 'lambdaTrimTwo',
    named: /\b(lambda|fuel|closed loop|cl|stft|short term)\b.*\b(trim|corr(ection)?)\b.*\b2\b/,
  },
  {
    channel: 'lambdaTrim',
    named: /\b(lambda|closed loop|cl|stft|short term|o2|ego)\b.*\b(trim|corr(ection)?|control)\b|^stft$/,
    not: /limit|gain|enable|status|state/,
  },
  { channel: 'learnedTrim', named: /\b(long term|ltft|learned|learnt|adaptive)\b/ },
  { channel: 'idleTarget', named: /\b(idle)\b.*\b(target|desired)|\btarget idle\b/, unit: /rpm|min/ },
  { channel: 'boostTarget', named: /\b(boost|map|manifold)\b.*\b(target|aim|desired)|\btarget boost\b/ },
  {
    channel: 'lambdaTwo',
    named: /\b(lambda|afr|wideband|wbo?2?|o2)\b.*\b(2|b|right|rear|bank ?2)$|\b(lambda|afr|wb)2\b/,
    not: /target|trim|corr|error|duty|heater|temp|volt/,
  },
  {
    channel: 'lambdaOne',
    named: /\b(lambda|afr|wideband|wb|o2)\b|\b(lambda|afr|wb)1\b/,
    not: /target|aim|trim|corr|error|duty|heater|temp|volt|table|\b[2-8]\b|average/,
  },
  {
    channel: 'vehicleSpeed',
    named: /\b(vehicle|road|ground|gps|car) speed\b|\bvss\b|\bspeed$/,
    not: /\beng|motor|crank|turbo|idle|wheel slip/,
    unit: /km|mph|kph|mi|m\/s/,
  },
  {
    channel: 'speed',
    named:
      /\b(rpm|engine speed|eng speed|motor speed|crank speed|revs|drehzahl|n mot|nmot|revolutions)\b|^rpm/,
    not: /target|limit|idle|delta|error|turbo|wheel|gear|launch|rate|dot/,
  },
  {
    channel: 'manifoldPressure',
    named:
      /\b(map|manifold( air)? press(ure)?|inlet press(ure)?|intake press(ure)?|boost( press(ure)?)?|ladedruck|manifold)\b/,
    not: /target|switch|select|number|index|temp|duty|error|valve|control|rate|dot/,
    unit: /pa|bar|psi|hg/,
  },
  {
    channel: 'throttle',
    named: /\b(tps|throttle( pos(ition)?)?|drosselklappe|tp)\b/,
    not: /rate|target|dot|delta|volt|area|error|duty|trim/,
  },
  {
    channel: 'oilPressure',
    named: /\boil\b.*\bpress/,
  },
  { channel: 'oilTemperature', named: /\boil\b.*\btemp|^oil t/ },
  { channel: 'fuelPressure', named: /\b(fuel|rail)\b.*\bpress/, not: /target|diff|delta/ },
  {
    channel: 'coolant',
    named: /\b(coolant|clt|ect|cts|water|engine) ?(temp(erature)?)?\b.*$/,
    not: /press|fan|enrich|corr|speed|load|flow|run|state|level|volt|torque|protection|hours|status/,
    unit: /c|f|k|°/,
  },
  {
    channel: 'air',
    named:
      /\b(iat|act|mat|ait|inlet air|intake air|air temp(erature)?|intake temp|inlet temp|charge temp|manifold temp)\b/,
    not: /press|corr|flow|volt/,
  },
  {
    channel: 'battery',
    named: /\b(batt(ery)?|vbat|supply|ecu volt(age|s)?|system volt(age|s)?)\b/,
    not: /corr|dead|comp/,
  },
  {
    channel: 'injectorOpening',
    named:
      /\b(inj(ector|ection)?|pulse)\b.*\b(width|time|opening|duration|pw)\b|^(pw|ipw) ?1?$|\bpulsewidth\b/,
    not: /duty|dead|angle|offset|2$/,
  },
  {
    channel: 'sparkAdvance',
    named:
      /\b(spark|ign(ition)?)\b.*\b(adv(ance)?|angle|timing)\b|^(ign(ition)?|spark|advance|timing|zundwinkel)( angle| timing| adv)?$/,
    not: /dwell|cut|corr|trim|retard|table|count|cyl/,
  },
  {
    channel: 'airFlow',
    named: /\b(maf|mass air|air flow|airflow|air mass)\b/,
    not: /volt|freq/,
    unit: /g\/s|kg/,
  },
  { channel: 'vePercent', named: /^ve\b|\bvolumetric\b/ },
  { channel: 'ethanol', named: /\b(ethanol|flex fuel|e content)\b/ },
  { channel: 'gear', named: /^gear( pos(ition)?| number)?$/ },
  {
    channel: 'knockNoise',
    named: /\bknock\b.*\b(level|noise|volt(s|age)?|sensor)\b/,
    not: /retard|count|thresh/,
  },
];
