import { LinearProgress } from '@mui/material';

interface Props {
  label: string;
  /** in words, before the count */
  what?: string;
  done: number;
  /** 0: not known yet */
  total: number;
  onCancel: () => void;
}

/** Long work under way: how far it is, and the way to end it. */
export const Working = ({ label, what = '', done, total, onCancel }: Props) => (
  <div className="working">
    <LinearProgress
      aria-label={label}
      variant={total > 0 ? 'determinate' : 'indeterminate'}
      value={total > 0 ? (100 * done) / total : undefined}
    />
    <span className="note">
      {what}
      {what && total > 0 && ': '}
      {total > 0 && `${done} of ${total}`}
    </span>
    <button className="link" onClick={onCancel}>
      Cancel
    </button>
  </div>
);
