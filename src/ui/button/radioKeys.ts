import { focusNextField } from '../focus';

/** A key event on a radio, as far as its keys are concerned. */
interface RadioKeyEvent {
  readonly key: string;
  readonly currentTarget: unknown;
  readonly preventDefault: () => void;
}

const STEPS: Readonly<Record<string, 1 | -1>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/**
 * The keys of a radio that React Native for the web leaves out: space chooses it, Enter does and goes on to the next field, arrows choose its neighbour in the group, going
 * round at the ends.
 * @returns a property to spread onto the pressable.
 */
export function radioKeys(onChoose: () => void): object {
  return {
    onKeyDown: (event: RadioKeyEvent) => {
      const step = STEPS[event.key];
      if (event.key === ' ') onChoose();
      else if (event.key === 'Enter') {
        onChoose();
        focusNextField(event.currentTarget as HTMLElement);
      } else if (step !== undefined) chooseNeighbour(event.currentTarget as HTMLElement, step);
      else return;
      event.preventDefault();
    },
  };
}

function chooseNeighbour(radio: HTMLElement, step: 1 | -1): void {
  const group = radio.closest('[role="radiogroup"]');
  const radios = [...(group?.querySelectorAll<HTMLElement>('[role="radio"]') ?? [])];
  const next = radios[(radios.indexOf(radio) + step + radios.length) % radios.length];
  next?.focus();
  next?.click();
}
