import { create } from 'zustand';

/** A place of the guide: a chapter, and a section of it. */
export interface GuidePlace {
  chapter: string;
  section?: string;
}

/** What of the guide is open; null while it is closed. */
export const useGuide = create<{ at: GuidePlace | null }>(() => ({ at: null }));

export const openGuide = (chapter = 'tour', section?: string): void =>
  useGuide.setState({ at: { chapter, ...(section ? { section } : {}) } });
export const closeGuide = (): void => useGuide.setState({ at: null });
