import type { BrushListing, Page, PlateInfo, SourceInfo } from '@amber-stamp/core/api';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { getJson } from './client.ts';

/** A list as far as it was read. */
export interface Pages<T> {
  items: readonly T[];
  /** nothing of it has come yet */
  loading: boolean;
  /** why it does not come */
  error: Error | null;
  /** reads on; undefined at the end, and while more is coming */
  more: (() => void) | undefined;
  again: () => void;
}

const asked = (words: Readonly<Record<string, string>>): string =>
  new URLSearchParams(Object.entries(words).filter(([, value]) => value !== '')).toString();

/** A list of the server, page by page. While other words are looked for in one part of it, what was found stays. */
function usePages<T>(list: string, part: Readonly<Record<string, string>>, find: string): Pages<T> {
  const scope = asked(part);
  const { data, error, isLoading, isFetchingNextPage, hasNextPage, fetchNextPage, refetch } = useInfiniteQuery({
    queryKey: [list, scope, find],
    queryFn: ({ pageParam, signal }) =>
      getJson<Page<T>>(`/${list}?${asked({ ...part, find, after: pageParam })}`, { signal }),
    initialPageParam: '',
    getNextPageParam: (last) => last.next ?? undefined,
    placeholderData: (before, query) => (query?.queryKey[1] === scope ? before : undefined),
  });
  const items = useMemo(() => (data?.pages ?? []).flatMap((page) => page.items), [data]);
  return {
    items,
    loading: isLoading,
    error,
    more: hasNextPage && !isFetchingNextPage ? () => void fetchNextPage() : undefined,
    again: () => void refetch(),
  };
}

/** Brushes of one drawer or of all, last kept first; or those that are put away. */
export const useBrushes = ({ drawer = '', away = false, find = '' } = {}): Pages<BrushListing> =>
  usePages<BrushListing>('brushes', { drawer, away: away ? 'true' : '' }, find.trim());
export const useSources = (find = ''): Pages<SourceInfo> => usePages<SourceInfo>('sources', {}, find.trim());
export const usePlateList = (find = ''): Pages<PlateInfo> => usePages<PlateInfo>('plates', {}, find.trim());

/** All brushes of a drawer, however many. */
export async function everyBrush(drawer: string): Promise<BrushListing[]> {
  const all: BrushListing[] = [];
  let after: string | null = '';
  while (after !== null) {
    const page: Page<BrushListing> = await getJson(`/brushes?${asked({ drawer, after, limit: '200' })}`);
    all.push(...page.items);
    after = page.next;
  }
  return all;
}
