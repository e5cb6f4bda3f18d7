export {
  blendOf,
  type BlendPart,
  FUEL_OPTIONS,
  fuelById,
  type FuelId,
  PURE_ETHANOL,
  withoutEthanol,
} from './fuels';
