import { inSentence } from '@/core/units';
import { MAP_DEFINITIONS } from '@/core/program';
import type { Differences } from '@/data/ecu/differences';
import type { LinkState } from '@/data/ecu/useLinkState';

/** The state of the link as a sentence: what it means, and what to do. */
export function linkSentence(state: LinkState, differences: Differences | null): string {
  switch (state) {
    case 'none':
      return 'Not connected. Nothing here is live until an engine computer answers.';
    case 'connecting':
      return 'Asking who is there.';
    case 'lost':
      return 'The link is lost: nobody answers. Is the key on? Connect again and compare; what was not stored may be gone.';
    case 'same':
      return storedSentence(differences);
    case 'differs':
      return differs(differences);
  }
}

function storedSentence(differences: Differences | null): string {
  return differences !== null && differences.unstored.length > 0
    ? 'What runs is what is on the screen, and it is gone with the key: store it.'
    : 'What is on the screen runs, and is stored.';
}

function differs(differences: Differences | null): string {
  if (differences === null) return 'The calibration on the screen is not complete, so it cannot be compared.';
  if (differences.settings) {
    return 'Another build is in it: hardware, axes or strategy differ from the screen. The whole calibration goes in with the engine off.';
  }
  const names = differences.maps.map(({ id }) => inSentence(MAP_DEFINITIONS[id].label));
  return `What runs differs from the screen in ${listed(names)}.`;
}

function listed(names: readonly string[]): string {
  if (names.length < 2) return names.join('');
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
}
