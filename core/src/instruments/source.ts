/** Where a fact comes from; shown beside it. */
export type Source = 'published' | 'computed' | 'common practice' | 'from memory'
