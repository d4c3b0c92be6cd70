import type { BrushListing, Page, PlateInfo, SourceListing } from '@amber-stamp/core/api';
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

/** A list of the server, page by page; words that are null: it is not asked for. While other words are looked for in one part of it, what was found stays. */
function usePages<T>(list: string, part: Readonly<Record<string, string>>, find: string | null): Pages<T> {
  const scope = asked(part);
  const { data, error, isLoading, isFetchingNextPage, hasNextPage, fetchNextPage, refetch } = useInfiniteQuery({
    queryKey: [list, scope, find],
    queryFn: ({ pageParam, signal }) =>
      getJson<Page<T>>(`/${list}?${asked({ ...part, find: find ?? '', after: pageParam })}`, { signal }),
    enabled: find !== null,
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

/** Which brushes are meant; missing: whichever. */
export interface BrushFilter {
  drawer?: string;
  tag?: string;
  away?: boolean;
  find?: string;
}
/** What brushes are sorted by. */
export const SORTS = ['kept', 'name', 'echo', 'texture'] as const;
export type Sort = (typeof SORTS)[number];

const words = ({ drawer = '', tag = '', away = false }: BrushFilter) => ({ drawer, tag, away: away ? 'true' : '' });

/** Brushes that are meant, in an order. */
export const useBrushes = (filter: BrushFilter = {}, sort: Sort = 'kept'): Pages<BrushListing> =>
  usePages<BrushListing>('brushes', { ...words(filter), sort }, (filter.find ?? '').trim());
export const useSources = (find: string | null = ''): Pages<SourceListing> =>
  usePages<SourceListing>('sources', {}, find?.trim() ?? null);
/** Plates that brushes print with; `older`: those too that only older versions print with; `tiles`: only those that tile. */
export const usePlateList = (find: string | null = '', { older = false, tiles = false } = {}): Pages<PlateInfo> =>
  usePages<PlateInfo>('plates', { older: older ? 'true' : '', tiles: tiles ? 'true' : '' }, find?.trim() ?? null);

/** All brushes that are meant, by id, however many. */
export const everyId = async (filter: BrushFilter): Promise<string[]> =>
  (await getJson<{ ids: string[] }>(`/cabinet/found?${asked({ ...words(filter), find: filter.find ?? '' })}`)).ids;

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
