/**
 * What would make the mixture’s excursions smaller: enrichment by throttle rate, and the film, tried in the car from too little to too
 * much.
 * How a drive is driven is driving’s; how the numbers get into a document is the page’s.
 */
export {
  type FilmFactors,
  type RateChange,
  transientCure,
  type TransientCure,
  type TransientTry,
  withFilm,
  withRate,
  type Worst,
  worstOf,
} from './transientCure';
