import { Tooltip } from '@mui/material';
import { openGuide } from './open.ts';

/** What a number says, in one plain sentence, and where the guide says more. */
const EXPLAINED = {
  echo: [
    'How strongly the eye notices that the same dab, or something of it, returns: 0 never, 50 after a few seconds, 100 nothing else is seen.',
    'echo',
  ],
  texture: ['How much of the material is still seen: 0 a plain blob or a solid line, 100 rich and crisp.', 'echo'],
  dabs: ['How many imprints of the tip the strokes on the sheet are made of.', 'tour'],
  ms: [
    'How long the last drawing of the sheet took, in thousandths of a second; under 30 it follows the hand.',
    'tour',
  ],
  look: [
    'How far the stroke moves away from how it looks now: 0 % it is the same, 100 % it is another one. A cure that moves it little keeps what you chose.',
    'echo',
  ],
} as const;
export type Explained = keyof typeof EXPLAINED;

/** A question mark beside a number: pointing at it says what it means, a press opens the guide there. */
export function Explain({ what }: { what: Explained }) {
  const [sentence, chapter] = EXPLAINED[what];
  return (
    <Tooltip title={sentence}>
      <button className="explain" aria-label={`What is ${what}? ${sentence}`} onClick={() => openGuide(chapter)}>
        ?
      </button>
    </Tooltip>
  );
}
