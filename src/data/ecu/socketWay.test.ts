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

test.each(['', 'two words', '10.0.0.7:0', '10.0.0.7:70000', 'a:b', 'x@y', 'a:1:2', '::1'])(
  '%j is none',
  (typed) => {
    expect(networkAddress(typed)).toBeNull();
  },
);
