import { create } from 'zustand';
import type { RangeName } from '../../bench/edit.ts';
import type { Part } from './parts.ts';

/** What is looked at under Vary: a choice of the eye, kept while another stage is looked at. */
interface VaryEye {
  part: Part;
  /** the row that is open to its drivers */
  open: RangeName | null;
}

export const useVaryEye = create<VaryEye>(() => ({ part: 'rows', open: 'size' }));

/** Opens a row to its drivers, or closes it. */
export const openRow = (name: RangeName): void =>
  useVaryEye.setState(({ open }) => ({ open: open === name ? null : name }));
