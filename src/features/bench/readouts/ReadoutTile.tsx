import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { AT, read } from '@/core/channel';
import { liveFrame, onLive, onMove } from '@/data/ecu/liveFrame';
import { peaksOf } from '@/data/ecu/peaks';
import { useLying } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { CORNER, SPACE, useRoles } from '@/ui/theme';
import { useShownBy } from '@/ui/units/shownBy';
import { type FaceHandle, ReadoutFace } from './ReadoutFace';
import { type ReadoutWords, readoutWords } from './readoutWords';
import type { Readout } from './sets';

/** Its name, which is listened to and not looked at, and its trend are those of every so many beats. */
const SLOWLY_EVERY = 5;

/**
 * A live number, large enough to be read from a step away, with its trend. It is painted past React ten times a second; only
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
  const box = useRef<View>(null);
  const face = useRef<FaceHandle>(null);
  const first = readoutWords(readout, liveFrame(), live ? peaksOf(readout.channel) : null, by);
  const [told, setTone] = useState(first.tone);
  const tone = live ? told : 'plain';
  const shown: ReadoutWords = live ? first : { ...first, value: '–', detail: '', tone: 'plain' };
  useEffect(() => {
    if (!live) return;
    let beat = place;
    const show = () => {
      const said = readoutWords(readout, liveFrame(), peaksOf(readout.channel), by);
      face.current?.show(said);
      setTone(said.tone);
      face.current?.add(read(liveFrame(), AT[readout.channel]));
      if (beat % SLOWLY_EVERY === 0) {
        (box.current as unknown as HTMLElement | null)?.setAttribute('aria-label', nameOf(said));
        face.current?.showTrend();
      }
      beat += 1;
    };
    show();
    // Half of the tiles with the numbers of the page, half between them: all are more than a slow phone does in one frame.
    return place % 2 === 0 ? onLive(show) : onMove(show);
  }, [readout, live, by, place]);
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
      <ReadoutFace handle={face} said={shown} />
    </View>
  );
}

function nameOf({ label, value, unit, detail }: Omit<ReadoutWords, 'tone'>): string {
  return `${label}: ${value} ${unit}${detail === '' ? '' : `, ${detail}`}`;
}
