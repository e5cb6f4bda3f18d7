import { useState } from 'react';
import { View } from 'react-native';
import { forgetPeaks } from '@/data/ecu/peaks';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { SPACE } from '@/ui/theme';
import { ArrangeSheet } from './ArrangeSheet';
import { ReadoutTile } from './ReadoutTile';
import { READOUT_SETS } from './sets';
import { useReadouts } from './useReadouts';

/** The numbers that are read from a step away: those of a purpose, as the builder arranged them. */
export function ReadoutTiles({ live }: { live: boolean }) {
  const { chosen, set, choose, arrange } = useReadouts();
  const [arranging, setArranging] = useState(false);
  return (
    <View style={{ gap: SPACE.s }}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {set.map((readout, place) => (
          <ReadoutTile key={`${chosen} ${readout.channel}`} readout={readout} live={live} place={place} />
        ))}
      </View>
      <Chips label="Readouts for" options={READOUT_SETS} value={chosen} onChange={choose} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button label="Arrange" icon="table-large" onPress={() => setArranging(true)} />
        <Button label="Forget the peaks" icon="close" onPress={forgetPeaks} />
      </View>
      {arranging ? <ArrangeSheet set={set} onArrange={arrange} onClose={() => setArranging(false)} /> : null}
    </View>
  );
}
