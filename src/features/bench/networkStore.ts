import { create } from 'zustand';
import { connectEcu, couldNotReach, reaching, useEcu } from '@/data/ecu/ecuSession';
import { lookAgainWhenLost } from '@/data/ecu/lookAgain';
import { type NetworkAddress, openSocket, socketWay } from '@/data/ecu/socketWay';
import type { HandControls } from '@/workers/benchProtocol';
import { seenOfText } from '@/workers/seenFromAfar';
import { type Hands, letGoOfStandIn, useStandIn } from './standInStore';

/** What was typed to connect over the network; kept until the page is closed, so that a lost link is found again. */
interface Network {
  readonly address: NetworkAddress | null;
  readonly pairing: string;
  /** Null connects without the right to write. */
  readonly lock: string | null;
}

export const useNetwork = create<Network>(() => ({ address: null, pairing: '', lock: null }));

/** Connects to an engine computer in the network. */
export async function connectNetwork(
  id: string,
  to: Network & { readonly address: NetworkAddress },
): Promise<void> {
  useNetwork.setState(to);
  letGoOfStandIn();
  reaching(id);
  const { address, pairing, lock } = to;
  let way: Awaited<ReturnType<typeof socketWay>>;
  try {
    way = await socketWay(address.ecu);
  } catch (error) {
    couldNotReach(id, error instanceof Error ? error.message : 'Nobody answers there.');
    return;
  }
  await connectEcu(way, id, { pairing, lock });
  if (useEcu.getState().phase !== 'live') return;
  const hold = () => takeHold(address, pairing);
  lookAgainWhenLost({
    open: () => socketWay(address.ecu),
    codes: { pairing, lock },
    onFound: () => void hold(),
  });
  await hold();
}

/** Takes the hands of the stand-in that is hosted there; an engine computer of metal has none. */
async function takeHold({ standIn }: NetworkAddress, pairing: string): Promise<void> {
  const socket = await openSocket(standIn).catch(() => null);
  if (socket === null) return;
  const say = (what: object) => socket.send(JSON.stringify(what));
  const hands: Hands = {
    take: (part: Partial<HandControls>) => say({ take: part }),
    drive: (drive) => say({ drive }),
    empty: () => say({ empties: 'vessels' }),
    scale: (scale) => say({ scale }),
    leave: () => socket.close(),
  };
  socket.onmessage = ({ data }: MessageEvent<unknown>) => {
    const seen = typeof data === 'string' ? seenOfText(data) : null;
    if (seen !== null) useStandIn.setState({ seen });
  };
  socket.onclose = () => {
    if (useStandIn.getState().hands === hands) useStandIn.setState({ seen: null, hands: null });
  };
  say({ pairing });
  useStandIn.setState({ hands, times: 1 });
}
