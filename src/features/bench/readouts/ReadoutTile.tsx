import { useEffect, useRef, useState } from 'react';
import { type Text as NativeText, View } from 'react-native';
import { AT, read } from '@/core/channel';
import { liveFrame, onLive, onMove } from '@/data/ecu/liveFrame';
import { peaksOf } from '@/data/ecu/peaks';
import { Apart, useLying } from '@/ui/layout';
import { writeText } from '@/ui/live';
import { Text } from '@/ui/text/Text';
import { CORNER, FONT, SPACE, useRoles, useSizes } from '@/ui/theme';
import { useShownBy } from '@/ui/units/shownBy';
import { type ReadoutWords, readoutWords } from './readoutWords';
import type { Readout } from './sets';
import { TrendLine, type TrendHandle } from './TrendLine';

/** Its name, which is listened to and not looked at, and its trend are those of every so many beats. */
const SLOWLY_EVERY = 5;
/** Of the line below the number, px. */
const DETAIL_HEIGHT = 18;

/**
 * A live number, large enough to be read from a step away, with its trend. It is written past React ten times a second; only
 * what is wrong about it draws it anew. What stands around the number changes less often, and not with that of its neighbours: all of
 * it is more than a slow phone does in one frame.
 */
export function ReadoutTile({
  readout,
  live,
  place,
}: {
  readout: Readout;
  live: boolean;
  /** Among its neighbours, from 0. */
  place: number;
}) {
  const roles = useRoles();
  const by = useShownBy();
  const lying = useLying();
  const { live: number, text } = useSizes();
  const box = useRef<View>(null);
  const value = useRef<NativeText>(null);
  const detail = useRef<NativeText>(null);
  const trend = useRef<TrendHandle>(null);
  const first = readoutWords(readout, liveFrame(), live ? peaksOf(readout.channel) : null, by);
  const [told, setTone] = useState(first.tone);
  const tone = live ? told : 'plain';
  useEffect(() => {
    if (!live) return;
    let beat = place;
    const show = () => {
      const said = readoutWords(readout, liveFrame(), peaksOf(readout.channel), by);
      write(value.current, said.value);
      write(detail.current, said.detail === '' ? ' ' : said.detail);
      setTone(said.tone);
      trend.current?.add(read(liveFrame(), AT[readout.channel]));
      if (beat % SLOWLY_EVERY === 0) {
        (box.current as unknown as HTMLElement | null)?.setAttribute('aria-label', nameOf(said));
        trend.current?.draw();
      }
      beat += 1;
    };
    show();
    // Half of the tiles with the numbers of the page, half between them: all are more than a slow phone does in one frame.
    return place % 2 === 0 ? onLive(show) : onMove(show);
  }, [readout, live, by, place]);
  const shown = live ? first : { ...first, value: '–', detail: '' };
  const colour = tone === 'plain' ? 'text' : tone;
  return (
    <View
      ref={box}
      role="group"
      aria-label={nameOf(shown)}
      style={{
        flexGrow: 1,
        flexBasis: lying ? '22%' : '45%',
        minWidth: 0,
        padding: SPACE.m,
        borderRadius: CORNER.field,
        borderWidth: 1,
        borderColor: tone === 'plain' ? roles.line : roles[tone],
        // Not a wider border: what is wrong comes and goes while the engine is driven, and would be laid out anew each time.
        boxShadow: tone === 'plain' ? 'none' : `inset 3px 0 0 ${roles[tone]}`,
        backgroundColor: roles.surface,
      }}
    >
      <Text kind="small" colour="muted" numberOfLines={1}>
        {shown.label}
      </Text>
      <Apart height={number + 4}>
        <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: SPACE.xs }}>
          <Text
            ref={value}
            colour={colour}
            numberOfLines={1}
            style={{
              fontFamily: FONT.number,
              fontSize: number,
              lineHeight: number + 4,
              // What is cut off is the unit, never the number.
              flexShrink: 0,
              fontVariant: ['tabular-nums'],
            }}
          >
            {shown.value}
          </Text>
          <Text kind="small" colour="muted" style={{ flexShrink: 1, minWidth: 0 }}>
            {shown.unit}
          </Text>
        </View>
      </Apart>
      <TrendLine handle={trend} />
      <Apart height={DETAIL_HEIGHT * text}>
        <Text ref={detail} kind="small" colour={colour === 'text' ? 'muted' : colour} numberOfLines={1}>
          {shown.detail === '' ? ' ' : shown.detail}
        </Text>
      </Apart>
    </View>
  );
}

function nameOf({ label, value, unit, detail }: Omit<ReadoutWords, 'tone'>): string {
  return `${label}: ${value} ${unit}${detail === '' ? '' : `, ${detail}`}`;
}

function write(text: NativeText | null, words: string): void {
  writeText(text as unknown as HTMLElement | null, words);
}
