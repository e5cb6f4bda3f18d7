/**
 * The fuels, their properties, and blends of two.
 * A new fuel is one entry of the list.
 * How much of it is injected lives in fuel and ecu.
 */
export {
  blendOf,
  type BlendPart,
  FUEL_OPTIONS,
  fuelById,
  type FuelId,
  PURE_ETHANOL,
  withoutEthanol,
} from './fuels';
