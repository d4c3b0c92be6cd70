import type { BrushListing } from '@amber-stamp/core/api';
import { useEffect } from 'react';
import { sendJson } from '../../api/client.ts';
import { queryClient } from '../../api/queries.ts';
import { nothingArrives } from '../../bench/arrival.ts';

/** Versions that were asked for here: what cannot be measured is not asked for again. */
const asked = new Set<string>();

/** Has brushes measured that are shown and have no number yet, one after the other, as long as they are shown and nothing is on its way in. */
export function useMeasuring(brushes: readonly BrushListing[]): void {
  useEffect(() => {
    const controller = new AbortController();
    void (async () => {
      for (const { echo, versionId } of brushes) {
        await nothingArrives();
        if (controller.signal.aborted) return;
        if (echo !== null || asked.has(versionId)) continue;
        asked.add(versionId);
        // a brush that cannot be measured shows no number
        await sendJson('POST', `/versions/${versionId}/measure`, {}).catch(() => undefined);
        await queryClient.invalidateQueries({ queryKey: ['brushes'] });
      }
    })();
    return () => controller.abort();
  }, [brushes]);
}
