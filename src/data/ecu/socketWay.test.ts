import { networkAddress } from './socketWay';

test.each([
  ['127.0.0.1:8790', '127.0.0.1:8790'],
  ['  Laptop.local ', 'laptop.local:8790'],
  ['ws://10.0.0.7:9000/ecu', '10.0.0.7:9000'],
  ['http://10.0.0.7', '10.0.0.7:8790'],
  ['[::1]:80', '[::1]:80'],
])('%j is understood', (typed, label) => {
  expect(networkAddress(typed)).toEqual({
    label,
    ecu: `ws://${label}/ecu`,
    standIn: `ws://${label}/stand-in`,
  });
});

test.each([
  ['laptop.local', 'https:', 'wss'],
  ['10.0.0.7:9000', 'https:', 'wss'],
  // Its own machine a page over https may reach by an open line, too.
  ['127.0.0.1:8790', 'https:', 'ws'],
  ['localhost', 'https:', 'ws'],
  ['[::1]:80', 'https:', 'ws'],
  // But for where it came from itself.
  ['127.0.0.1:8787', 'https:', 'wss'],
  ['127.0.0.1:8787', 'http:', 'ws'],
  ['wss://127.0.0.1:8790', 'http:', 'wss'],
  ['https://10.0.0.7:8787/', 'http:', 'wss'],
  ['laptop.local', 'http:', 'ws'],
])('%j from a page over %s goes by %s', (typed, pageWay, way) => {
  const address = networkAddress(typed, { protocol: pageWay, host: '127.0.0.1:8787' });
  expect(address?.ecu).toBe(`${way}://${address?.label ?? ''}/ecu`);
  expect(address?.standIn).toBe(`${way}://${address?.label ?? ''}/stand-in`);
});

test.each(['', 'two words', '10.0.0.7:0', '10.0.0.7:70000', 'a:b', 'x@y', 'a:1:2', '::1'])(
  '%j is none',
  (typed) => {
    expect(networkAddress(typed)).toBeNull();
  },
);
