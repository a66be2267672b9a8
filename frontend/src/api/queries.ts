import { QueryClient, useMutation, type UseMutationResult, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, asProblem, type BenchView, take, takeSetting, type Unit } from './client';

export function createQueryClient(): QueryClient {
  return new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: 1_000 } } });
}

export function useShelf() {
  return useQuery({ queryKey: ['shelf'], queryFn: ({ signal }) => take(api.GET('/api/shelf', { signal })) });
}

/** What every screen shows of the whole house. */
export function useHouse() {
  return useQuery({ queryKey: ['house'], queryFn: ({ signal }) => take(api.GET('/api/house', { signal })) });
}

/** What the shelf answers to some conditions, such as "battery minutes 5"; nothing is asked as long as there are none. */
export function useAsked(conditions: readonly string[]) {
  return useQuery({
    queryKey: ['asked', conditions],
    queryFn: ({ signal }) => take(api.GET('/api/shelf/asked', { params: { query: { q: [...conditions] } }, signal })),
    enabled: conditions.length > 0,
    placeholderData: (before) => before,
  });
}

export function useUnit(unitId: string) {
  return useQuery({
    queryKey: ['unit', unitId],
    queryFn: ({ signal }) => take(api.GET('/api/units/{unitId}', { params: { path: { unitId } }, signal })),
  });
}

export function useBench(unitId: string) {
  return useQuery({
    queryKey: ['bench', unitId],
    queryFn: ({ signal }) => take(api.GET('/api/units/{unitId}/bench', { params: { path: { unitId } }, signal })),
  });
}

export function useSignatures(unitId: string) {
  return useQuery({
    queryKey: ['signatures', unitId],
    queryFn: ({ signal }) => take(api.GET('/api/units/{unitId}/signatures', { params: { path: { unitId } }, signal })),
  });
}

export function useTwins(maker: string, model: string, code: string, except?: string) {
  return useQuery({
    queryKey: ['twins', maker, model, code, except],
    queryFn: ({ signal }) =>
      take(
        api.GET('/api/twins', {
          params: { query: { maker, model, code, ...(except !== undefined && { except }) } },
          signal,
        }),
      ),
    enabled: code !== '' || model !== '',
  });
}

export function useKeys() {
  return useQuery({
    queryKey: ['keys'],
    queryFn: ({ signal }) => takeSetting(api.GET('/api/settings/keys', { signal })),
  });
}

export function useHouseWords() {
  return useQuery({
    queryKey: ['house-words'],
    queryFn: ({ signal }) => takeSetting(api.GET('/api/settings/words', { signal })),
  });
}

/** What the house assumes of failures and services. */
export function useFailureProfile() {
  return useQuery({
    queryKey: ['failures'],
    queryFn: ({ signal }) => takeSetting(api.GET('/api/settings/failures', { signal })),
  });
}

/** What can be done to the parts of a kind without swapping them. */
export function useServices() {
  return useQuery({
    queryKey: ['services'],
    queryFn: ({ signal }) => take(api.GET('/api/services', { signal })),
    staleTime: Infinity,
  });
}

/** What each unknown fact of a unit costs in range; while that is asked anew, what it cost before. */
export function useDoubt(unit: Pick<Unit, 'id' | 'revision' | 'teardownRevision'>) {
  return useQuery({
    queryKey: ['doubt', unit.id, unit.revision, unit.teardownRevision],
    queryFn: ({ signal }) =>
      take(api.GET('/api/units/{unitId}/doubt', { params: { path: { unitId: unit.id } }, signal })),
    placeholderData: (before) => before,
  });
}

export function useVerdict(unitId: string) {
  return useQuery({
    queryKey: ['verdict', unitId],
    queryFn: ({ signal }) => take(api.GET('/api/units/{unitId}/verdict', { params: { path: { unitId } }, signal })),
  });
}

/** Every unit on the shelf with its kinds, under the rubric in use. */
export function useField(units: readonly string[]) {
  return useQuery({
    queryKey: ['field', units],
    queryFn: ({ signal }) => take(api.POST('/api/compare/field', { body: { units: [...units] }, signal })),
    placeholderData: (before) => before,
  });
}

/** Runs a change and then reads again whatever it may have touched. */
export function useChange<TOutput>(change: () => Promise<TOutput>): UseMutationResult<TOutput, Error, void>;
export function useChange<TInput, TOutput>(
  change: (input: TInput) => Promise<TOutput>,
): UseMutationResult<TOutput, Error, TInput>;
export function useChange<TInput, TOutput>(
  change: (input: TInput) => Promise<TOutput>,
): UseMutationResult<TOutput, Error, TInput> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => client.invalidateQueries(),
    // What another window changed is read at once, so that its maker can be told and go on from there.
    onError: (error) => (asProblem(error).status === 412 ? client.invalidateQueries() : undefined),
  });
}

/** What a change of a unit's teardown came to. */
interface CameTo {
  unit: Unit | null;
  bench: BenchView | null;
}

/**
 * Runs a change of one unit's teardown and is done when it is on disk and what it came to is shown; whatever else it may have
 * touched is read again when that is looked at.
 */
export function useAct<TInput, TOutput extends CameTo>(
  unitId: string,
  act: (input: TInput) => Promise<TOutput>,
): UseMutationResult<TOutput, Error, TInput> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: act,
    onSuccess: ({ unit, bench }) => {
      void client.invalidateQueries({ refetchType: 'none' });
      for (const [name, data] of [
        ['unit', unit],
        ['bench', bench],
      ] as const) {
        const queryKey = [name, unitId];
        // An older answer that is still on its way must not come after this one.
        void client.cancelQueries({ queryKey });
        if (data === null) void client.invalidateQueries({ queryKey });
        else client.setQueryData(queryKey, data);
      }
    },
    onError: (error) => (asProblem(error).status === 412 ? client.invalidateQueries() : undefined),
  });
}
