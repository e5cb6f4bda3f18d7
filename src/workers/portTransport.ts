import type { Transport } from '@/link';

/** The link over a message port. */
export function portTransport(port: MessagePort): Transport {
  const transport: Transport = {
    onText: null,
    onClosed: null,
    send: (text) => port.postMessage(text),
    close: () => port.close(),
  };
  port.onmessage = ({ data }: MessageEvent<unknown>) => {
    if (typeof data === 'string') transport.onText?.(data);
  };
  return transport;
}
