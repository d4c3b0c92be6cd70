import { madeSize, type MadeSource, type TypeSource } from '@amber-stamp/core/make';
import { NumbersFields } from '../../../parts/made/NumbersFields.tsx';
import { TypeFields } from '../../../parts/made/TypeFields.tsx';
import { settleSoon } from '../../../bench/settle-soon.ts';
import { fieldsOf } from './edits.ts';
import { ShapesControls } from './ShapesControls.tsx';

/** A text that is typed has been changed once the hand rests, not only when the field is left. */
function typed(made: TypeSource): ReturnType<typeof fieldsOf<TypeSource>> {
  const fields = fieldsOf(made, 'type');
  const onLive = (part: Partial<TypeSource>) => {
    fields.onLive(part);
    if (part.text !== undefined) settleSoon(`type: ${part.text}`);
  };
  return { ...fields, onLive };
}

/** The settings of what the tip is made of: changed here, plate, brush and strokes follow. */
export function MadeControls({ made }: { made: MadeSource }) {
  switch (made.format) {
    case 'amber-stamp/shapes':
      return <ShapesControls shapes={made} />;
    case 'amber-stamp/numbers':
      return (
        <div className="section">
          <NumbersFields {...fieldsOf(made, 'numbers')} />
        </div>
      );
    case 'amber-stamp/type':
      return (
        <div className="section">
          <TypeFields {...typed(made)} />
        </div>
      );
    case 'amber-stamp/empty': {
      const { width, height } = madeSize(made);
      return (
        <p className="note" style={{ padding: '0 16px' }}>
          An empty plate of {width} x {height} px. What is on it is drawn under Cut.
        </p>
      );
    }
  }
}
