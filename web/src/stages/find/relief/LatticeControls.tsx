import { stepNamed, type RecipeStep, type Rows } from '@amber-stamp/core/cut';
import { Button, Switch } from '@mui/material';
import { settle } from '../../../bench/store.ts';
import { Choices } from '../../../parts/Choices.tsx';
import { ParamField } from '../../../parts/ParamField.tsx';
import { setCast } from './cast-place.ts';
import { useBending } from './lattice.ts';

const LATTICE_SIDE = stepNamed('cast').params.latticeSide;

/** Whether a drag turns the object or bends it, and the lattice that bends it. */
export function LatticeControls({ step }: { step: RecipeStep }) {
  const { bends, alike } = useBending();
  const moved = (step.lattice as Rows).length;
  const setSide = (value: unknown) => {
    useBending.setState({ chosen: [] });
    // points of another lattice lie elsewhere, so their moves mean nothing to it
    setCast({ latticeSide: Math.round(Number(value)), lattice: [] });
  };
  return (
    <div className="section asked">
      <h3>Its shape</h3>
      <Choices
        label="A drag"
        value={bends ? 'bends' : 'turns'}
        options={[
          ['turns', 'turns it'],
          ['bends', 'bends it'],
        ]}
        onChange={(v) => useBending.setState({ bends: v === 'bends', chosen: [] })}
      />
      {bends && (
        <>
          <ParamField
            param={LATTICE_SIDE}
            value={step.latticeSide}
            onLive={setSide}
            onDone={() => settle('another lattice')}
          />
          <label className="switch-row">
            <Switch checked={alike} onChange={(_, on) => useBending.setState({ alike: on })} />
            left and right alike
          </label>
        </>
      )}
      {moved > 0 && (
        <div className="buttons">
          <Button
            onClick={() => {
              setCast({ lattice: [] });
              settle('lattice straightened');
            }}
          >
            Straighten it ({moved})
          </Button>
        </div>
      )}
    </div>
  );
}
