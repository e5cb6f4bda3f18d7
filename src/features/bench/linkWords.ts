import type { Differences } from '@/data/ecu/differences';
import type { EcuFailure, EcuSession } from '@/data/ecu/ecuSession';
import type { ImageSectionId } from '@/core/ecuImage';
import type { LinkState } from '@/data/ecu/useLinkState';
import { formatNumber } from '@/core/units';
import { sectionsNamed } from './sectionWords';

/** The state of the link as a sentence: what it means, and what to do. */
export function linkSentence(
  state: LinkState,
  differences: Differences | null,
  notStored: readonly ImageSectionId[] = [],
  looking = false,
): string {
  switch (state) {
    case 'none':
      return 'Not connected. Nothing here is live until an engine computer answers.';
    case 'connecting':
      return 'Asking who is there.';
    case 'lost':
      return lostSentence(notStored, looking);
    case 'sending':
      return 'On its way. Nothing else is changed meanwhile.';
    case 'same':
    case 'locked':
      return storedSentence(differences);
    case 'differs':
      return differs(differences);
  }
}

function lostSentence(notStored: readonly ImageSectionId[], looking: boolean): string {
  const gone =
    notStored.length === 0
      ? 'All that ran was stored.'
      : `Not stored was what ran in ${sectionsNamed(notStored)}: it is gone if the power is. It is still on the screen.`;
  const next = looking
    ? 'It is being looked for: is the key on?'
    : 'Is the key on? Connect again and compare.';
  return `The link is lost: nobody answers. ${gone} ${next}`;
}

/** What became of what ran while the link was away; null where it never was. */
export function foundWords(gone: readonly ImageSectionId[] | null): string | null {
  if (gone === null) return null;
  return gone.length === 0
    ? 'The link was lost and is there again. All that ran still runs.'
    : `The link was lost and is there again. It runs something else than before in ${sectionsNamed(gone)}: what was not stored is gone. What is on the screen has not changed.`;
}

function storedSentence(differences: Differences | null): string {
  return differences !== null && differences.unstored.length > 0
    ? 'What runs is what is on the screen, and it is gone with the key: store it.'
    : 'What is on the screen runs, and is stored.';
}

function differs(differences: Differences | null): string {
  if (differences === null) return 'What runs cannot be compared.';
  const { parts, maps } = differences;
  const mapIds = maps.map(({ id }): ImageSectionId => `maps.${id}`);
  if (parts.length === 0) return `What runs differs from the screen in ${sectionsNamed(mapIds)}.`;
  return `What runs is another build: it differs from the screen in ${sectionsNamed([...parts, ...mapIds])}. It goes in whole, with the engine standing.`;
}

/** What is being done at the engine computer. */
export function doingWords({ doing, progress }: Pick<EcuSession, 'doing' | 'progress'>): string | null {
  const share = progress === null ? '' : `, ${formatNumber(100 * progress, 0)} %`;
  switch (doing) {
    case 'sending':
      return `Sending${share}`;
    case 'verifying':
      return 'Reading it back, to be sure';
    case 'storing':
      return 'Storing';
    case 'fetching':
      return 'Fetching';
    default:
      return null;
  }
}

/** What to try when it did not connect, or something came to nothing. */
export function tryWords({ reason }: EcuFailure): string | null {
  switch (reason) {
    case 'address':
      return 'It was the address: is the engine computer on, and in the same network?';
    case 'notPaired':
      return 'It was the pairing code: read it again where the engine computer was started.';
    case 'otherProtocol':
    case 'otherVersion':
      return 'It was the version.';
    case 'wrongCode':
    case 'tooManyTries':
    case 'writerThere':
      return 'It was the lock.';
    default:
      return null;
  }
}
