import { useGlobalSearchParams } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { networkAddress } from '@/data/ecu/socketWay';
import { usePreference } from '@/data/preferences';
import { Button } from '@/ui/button/Button';
import { TextBox } from '@/ui/field';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { connectNetwork, useNetwork } from './networkStore';

const FIRST_ADDRESS = '127.0.0.1:8790';

/** Asks for the address and the codes of an engine computer in the network. */
export function ConnectSheet({ onClose }: { onClose: () => void }) {
  const { id } = useGlobalSearchParams<{ id: string }>();
  const before = useNetwork();
  const [kept, keep] = usePreference('ecuAddress', (stored) => stored ?? FIRST_ADDRESS, String);
  const [typed, setTyped] = useState<string | null>(null);
  const [pairing, setPairing] = useState(before.pairing);
  const [lock, setLock] = useState(before.lock ?? '');
  const address = networkAddress(typed ?? kept);
  const connect = () => {
    if (address === null) return;
    keep(address.label);
    onClose();
    const codes = { pairing: pairing.trim().toUpperCase(), lock: lock.trim() === '' ? null : lock.trim() };
    void connectNetwork(id, { address, ...codes });
  };
  return (
    <Sheet
      title="Connect over the network"
      open
      onClose={onClose}
      actions={
        <Button
          label="Connect"
          kind="primary"
          disabled={address === null || pairing.trim() === ''}
          onPress={connect}
        />
      }
    >
      <Text kind="small" colour="muted">
        Address and codes stand where the engine computer was started. The pairing code lets it be read; with
        the lock code it is written to as well.
      </Text>
      <Labelled
        label="Address"
        problem={address === null ? 'A machine and its port, as 10.0.0.7:8790.' : null}
      >
        <TextBox
          label="Address"
          value={typed ?? kept}
          onChangeText={setTyped}
          invalid={address === null}
          describedBy="address-problem"
        />
      </Labelled>
      <Labelled label="Pairing code">
        <TextBox label="Pairing code" value={pairing} onChangeText={setPairing} maxLength={64} autoFocus />
      </Labelled>
      <Labelled label="Lock code, to write">
        <TextBox label="Lock code" value={lock} onChangeText={setLock} maxLength={64} onSubmit={connect} />
      </Labelled>
    </Sheet>
  );
}

interface LabelledProps {
  label: string;
  problem?: string | null;
  children: React.ReactNode;
}

/** A box under its name, with what is wrong about it. */
export function Labelled({ label, problem = null, children }: LabelledProps) {
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="strong">{label}</Text>
      <View style={{ flexDirection: 'row' }}>{children}</View>
      {problem === null ? null : (
        <Text kind="small" colour="error" id="address-problem">
          {problem}
        </Text>
      )}
    </View>
  );
}
