import { type Calibration } from '@/core/calibration';
import type { ChannelId } from '@/core/channel';
import type { Answer, Answers, Outcome, Procedure, ProcedureAt } from '@/core/procedures';
import { demo, programOf } from './ventisca';

/** A choice, a number, what channels gave on average, and the samples of one. */
export const chose = (id: string): Answer => ({ kind: 'choice', id });
export const typedIn = (value: number | null): Answer => ({ kind: 'number', value });
export const gave = (means: Partial<Record<ChannelId, number>>, spread = 0): Answer => ({
  kind: 'captured',
  channels: Object.fromEntries(
    Object.entries(means).map(([id, mean]) => [id, { mean, spread, least: mean, most: mean, count: 50 }]),
  ),
});
export const sampled = (channel: ChannelId, samples: readonly number[]): Answer => ({
  kind: 'traced',
  eachS: 0.02,
  channels: { [channel]: samples },
});

/** What a procedure is asked with. */
export function asked(answers: Answers, document: Calibration = demo()): ProcedureAt {
  return { document, program: programOf(document), answers };
}

/** What was found, a line each with its tone; and what is proposed, by place and value. */
export function decided(procedure: Procedure, answers: Answers, document: Calibration = demo()) {
  const { found, remedy }: Outcome = procedure.decide(asked(answers, document));
  const edits = (remedy?.edits ?? []).map((edit): string => {
    switch (edit.kind) {
      case 'quantity':
        return `${edit.path} ${edit.amount.amount} ${edit.amount.unit}`;
      case 'choice':
        return `${edit.path} ${String(edit.value)}`;
      case 'pin':
        return `${edit.function} ${edit.pin}`;
      default:
        return edit.kind;
    }
  });
  return { found: found.map(({ tone, text }) => `${tone}: ${text}`), edits };
}

/** The steps that are known of a procedure, by their ids. */
export function stepsOf(procedure: Procedure, answers: Answers, document?: Calibration): string[] {
  return procedure.steps(asked(answers, document)).map(({ id }) => id);
}
