import { useNavigate } from 'react-router';
import { coded } from '../parts/coded.ts';
import { notifyError } from '../parts/messages.tsx';

/** Begins the first lesson and goes to its bench. */
export function useBeginLesson(): () => void {
  const navigate = useNavigate();
  return () =>
    void import('./lesson.ts')
      .then(({ beginLesson }) => beginLesson())
      .then((id) => id && navigate(`/brush/${id}/find`))
      .catch((cause: unknown) => notifyError(coded(cause, 'The lesson could not begin. Try again.')));
}
