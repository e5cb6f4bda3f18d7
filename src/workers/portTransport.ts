import type { Transport } from '@/link';

/** The link over a message port. */
export function portTransport(port: MessagePort): Transport {
  const transport: Transport = {
    onBytes: null,
    onClosed: null,
    send: (bytes) => port.postMessage(bytes),
    close: () => port.close(),
  };
  port.onmessage = ({ data }: MessageEvent<unknown>) => {
    if (data instanceof Uint8Array) transport.onBytes?.(data);
  };
  return transport;
}
