import { QueryClient, useQuery } from '@tanstack/react-query';
import { getJson } from './client.ts';
import type { BrushUse, Cabinet, Recording, SourceInfo, Version, VersionInfo } from '@amber-stamp/core/api';

export const queryClient = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 5000 } } });

/** How much lies where. */
export const useCabinet = () => useQuery({ queryKey: ['cabinet'], queryFn: () => getJson<Cabinet>('/cabinet') });
export const useRecordings = () =>
  useQuery({ queryKey: ['recordings'], queryFn: () => getJson<Recording[]>('/recordings') });
export const useSource = (id: string | null) =>
  useQuery({
    queryKey: ['source', id],
    queryFn: () => getJson<SourceInfo>(`/sources/${id}`),
    enabled: id !== null,
    staleTime: Infinity,
  });
export const useVersions = (brushId: string, shown: boolean, present: string) =>
  useQuery({
    queryKey: ['versions', brushId, present],
    queryFn: () => getJson<VersionInfo[]>(`/brushes/${brushId}/versions`),
    enabled: shown,
  });
export const useVersion = (id: string) =>
  useQuery({
    queryKey: ['version', id],
    queryFn: () => getJson<Version>(`/versions/${id}`),
    enabled: id !== '',
    staleTime: Infinity,
  });

/** The brushes that use a file or a source. */
export const useUses = (what: string) =>
  useQuery({ queryKey: ['uses', what], queryFn: () => getJson<BrushUse[]>(`/uses/${what}`), enabled: what !== '' });

/** Lists that a kept brush may have changed are read again. */
export function listsChanged(): void {
  for (const key of ['cabinet', 'brushes', 'sources', 'plates', 'uses'])
    void queryClient.invalidateQueries({ queryKey: [key] });
}

export const blobUrl = (sha256: string): string => `/api/blobs/${sha256}`;
/** A plate as it prints, whatever form its file has. */
export const plateUrl = (sha256: string, side: number): string => `/api/plates/${sha256}/thumbnail?side=${side}`;
export const sourceUrl = (id: string, side: number): string => `/api/sources/${id}/thumbnail?side=${side}`;
