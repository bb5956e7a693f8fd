import type { Standard } from '../../core/drafting/standard/standard';

/** What is done with the standards that are kept in this browser for all projects. */
export type KeptAct = { readonly act: 'keep'; readonly standard: Standard } | { readonly act: 'delete'; readonly id: string };
