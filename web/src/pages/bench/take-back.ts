import { takeBack } from '../../bench/further-back.ts';
import { notify, orNotifyError } from '../../parts/messages.tsx';

const orSay = async (): Promise<void> => {
  if (!(await takeBack())) notify('This is as far back as the brush goes.');
};

/** Takes the last gesture back, and says where there is none. */
export const takeBackOrSay = (): void => orNotifyError(orSay());
