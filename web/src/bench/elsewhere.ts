import { onVersion } from './news.ts';
import { queryClient } from '../api/queries.ts';
import { notifyOffer, orNotifyError } from '../parts/messages.tsx';
import { isOwn } from './keeping.ts';
import { bringBack } from './session.ts';
import { useBench } from './store.ts';

/** Tells of versions of the brush on the bench that were kept elsewhere, each in place of the one before. Returns the way to stop. */
export function startHearing(): () => void {
  let takeBack: () => void = () => undefined;
  const stop = onVersion(({ brush, version, number, what }) => {
    const { standing } = useBench.getState();
    if (standing?.brushId !== brush) return;
    void queryClient.invalidateQueries({ queryKey: ['versions', brush] });
    if (isOwn(version) || standing.versionId === version) return;
    takeBack();
    takeBack = notifyOffer(`Version ${number} of this brush was kept elsewhere: ${what}.`, 'take it up', () =>
      orNotifyError(bringBack(version)),
    );
  });
  return () => {
    stop();
    takeBack();
  };
}
