import { Redirect, useLocalSearchParams } from 'expo-router';

/** An open calibration begins at its build sheet. */
export function OpenAtBuild() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <Redirect href={`/c/${id}/build`} />;
}
