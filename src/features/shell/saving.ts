import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { startAutosave } from '@/data/session/autosave';
import { startKeepingHistory } from '@/data/session/historyKeeping';
import { queryKeys } from '@/data/store/listQueries';

let isSaving = false;

/** Saves what is changed from the first calibration that is opened on, also after it is left: a save may still be under way. */
export function useSaving(): void {
  const client = useQueryClient();
  useEffect(() => {
    if (isSaving) return;
    isSaving = true;
    startAutosave(() => void client.invalidateQueries({ queryKey: queryKeys.entries }));
    startKeepingHistory();
  }, [client]);
}
