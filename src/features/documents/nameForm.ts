import { calibrationSchema } from '@/core/calibration';
import { z } from '@/core/field/schema';

/** The name as a form checks it: the document's own rule, with a sentence. */
export const nameFormSchema = z.object({
  name: z
    .string()
    .trim()
    .min(1, 'Give it a name, so that you find it again.')
    .pipe(calibrationSchema.shape.name),
});

export type NameForm = z.infer<typeof nameFormSchema>;
