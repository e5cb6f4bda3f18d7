import { baselineIn, drawFigures, fitted, type LivePen } from '@/ui/live';
import { FONT, SIZE, SPACE } from '@/ui/theme';
import { type Trend, traceTrend } from './trend';

/** How large a face is, and its parts, px of the page. */
export interface FaceRoom {
  readonly width: number;
  /** The size of the number’s type. */
  readonly number: number;
  /** Of all other text, against its usual size. */
  readonly text: number;
}

/** The colours of a face. */
export interface FaceColours {
  readonly number: string;
  readonly unit: string;
  readonly trend: string;
  readonly detail: string;
}

/** What a face says. */
export interface FaceWords {
  readonly value: string;
  readonly unit: string;
  readonly detail: string;
}

const TREND_HEIGHT = 18;
const TREND_WIDTH = 1.5;
const SMALL_LINE = 18;

type FaceSizes = Omit<FaceRoom, 'width'>;
const numberLine = ({ number }: FaceSizes) => number + 4;
const detailLine = ({ text }: FaceSizes) => SMALL_LINE * text;

/** The height of a face, px. */
export function faceHeight(sizes: FaceSizes): number {
  return numberLine(sizes) + TREND_HEIGHT + detailLine(sizes);
}

/** Paints the number with its unit, and the line at the bottom. What is cut off is the unit, never the number. */
export function paintWords(pen: LivePen, words: FaceWords, room: FaceRoom, colours: FaceColours): void {
  const detailTop = numberLine(room) + TREND_HEIGHT;
  pen.clearRect(0, 0, room.width, numberLine(room));
  pen.font = `${room.number}px ${FONT.number}, sans-serif`;
  pen.fillStyle = colours.number;
  const baseline = baselineIn(pen, numberLine(room));
  const end = drawFigures(pen, words.value, 0, baseline);
  pen.font = `${SIZE.small * room.text}px ${FONT.text}, sans-serif`;
  pen.fillStyle = colours.unit;
  pen.fillText(words.unit, end + SPACE.xs, baseline);
  pen.clearRect(0, detailTop, room.width, detailLine(room));
  pen.fillStyle = colours.detail;
  pen.fillText(
    fitted(words.detail, room.width, (piece) => pen.measureText(piece).width),
    0,
    detailTop + baselineIn(pen, detailLine(room)),
  );
}

/** Paints the trend, between the two. */
export function paintTrend(pen: LivePen, trend: Trend, room: FaceRoom, colours: FaceColours): void {
  const top = numberLine(room);
  pen.clearRect(0, top, room.width, TREND_HEIGHT);
  pen.save();
  // The highest and the lowest are drawn whole.
  pen.translate(0, top + TREND_WIDTH / 2);
  pen.beginPath();
  traceTrend(trend, room.width, TREND_HEIGHT - TREND_WIDTH, pen);
  pen.lineWidth = TREND_WIDTH;
  pen.lineJoin = 'round';
  pen.strokeStyle = colours.trend;
  pen.stroke();
  pen.restore();
}
