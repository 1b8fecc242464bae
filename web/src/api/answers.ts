import { type InvalidateOptions, type InvalidateQueryFilters, QueryClient, type QueryKey } from '@tanstack/react-query';

/**
 * What the studio answered. Something that is recorded while a first answer is on its way may not be in it any more: it is asked for
 * again once that answer is there. The library does so only for what has had an answer before.
 */
export class Answers extends QueryClient {
  private readonly again = new Set<string>();

  override async invalidateQueries<TKey extends QueryKey = QueryKey>(
    filters?: InvalidateQueryFilters<TKey>,
    options?: InvalidateOptions,
  ): Promise<void> {
    const first = this.getQueryCache()
      .findAll(filters)
      .filter((q) => q.state.data === undefined && q.state.fetchStatus !== 'idle' && !this.again.has(q.queryHash))
      .map(async ({ queryHash, queryKey, promise }) => {
        this.again.add(queryHash);
        // An error of its own is shown where the answer is waited for.
        await promise?.catch(() => undefined);
        this.again.delete(queryHash);
        await super.invalidateQueries({ queryKey, exact: true }, options);
      });
    await Promise.all([super.invalidateQueries(filters, options), ...first]);
  }
}
