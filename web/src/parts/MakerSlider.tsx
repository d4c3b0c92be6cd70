import { Slider } from '@mui/material';

interface SliderProps {
  label: string;
  value: number;
  min: number;
  max: number;
  step?: number;
  disabled?: boolean;
  onChange: (value: number) => void;
  /** once the hand rests */
  onDone?: () => void;
}

/** A number of what is made, with its handle. */
export const MakerSlider = ({ label, value, onChange, onDone, ...rest }: SliderProps) => (
  <div className="param">
    <span className="note">{label}</span>
    <Slider
      size="small"
      aria-label={label}
      value={value}
      {...rest}
      onChange={(_, v) => onChange(v)}
      onChangeCommitted={onDone}
    />
    <span style={{ textAlign: 'right' }}>{value}</span>
  </div>
);
