import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { askForDurableStorage } from './durable';

askForDurableStorage();

/** Everything the app keeps lives in this database of the browser. */
export const storage = createAsyncStorage('lumbre');
