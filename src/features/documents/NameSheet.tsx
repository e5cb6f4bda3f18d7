import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm } from 'react-hook-form';
import { View } from 'react-native';
import { Button } from '@/ui/button/Button';
import { TextBox } from '@/ui/field';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { nameFormSchema, type NameForm } from './nameForm';

interface Props {
  title: string;
  /** What the button says. */
  action: string;
  name: string;
  onClose: () => void;
  onName: (name: string) => void;
}

/** Asks for a name. */
export function NameSheet({ title, action, name, onClose, onName }: Props) {
  const form = useForm<NameForm>({ resolver: zodResolver(nameFormSchema), defaultValues: { name } });
  const done = form.handleSubmit((values) => {
    onName(values.name);
    onClose();
  });
  return (
    <Sheet
      title={title}
      open
      onClose={onClose}
      actions={<Button label={action} kind="primary" onPress={() => void done()} />}
    >
      <NameBox form={form} onSubmit={() => void done()} />
    </Sheet>
  );
}

/** The box for the name with its message. */
export function NameBox({
  form,
  onSubmit,
}: {
  form: ReturnType<typeof useForm<NameForm>>;
  /** Enter does what the sheet is for. */
  onSubmit: () => void;
}) {
  const problem = form.formState.errors.name?.message;
  return (
    <View style={{ gap: 4 }}>
      <Text kind="strong">Name</Text>
      <View style={{ flexDirection: 'row' }}>
        <Controller
          control={form.control}
          name="name"
          render={({ field }) => (
            <TextBox
              label="Name"
              value={field.value}
              onChangeText={field.onChange}
              invalid={problem !== undefined}
              describedBy="name-problem"
              maxLength={60}
              autoFocus
              onSubmit={onSubmit}
            />
          )}
        />
      </View>
      {problem === undefined ? null : (
        <Text kind="small" colour="error" id="name-problem">
          {problem}
        </Text>
      )}
    </View>
  );
}
