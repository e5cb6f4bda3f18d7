/**
 * What an engine computer holds of a calibration, by section: from document to image and back, sums that tell whether two
 * say the same, and cells of maps that are written while it runs. No link, and no storing.
 */
export {
  buildSum,
  cellsFrom,
  type CellValue,
  documentOf,
  type EcuImage,
  IMAGE_SECTIONS,
  imageOf,
  type ImageSectionId,
  imageSums,
  mapOfSection,
  sectionSum,
  withCells,
} from './image';
