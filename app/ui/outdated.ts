/** What is said when a part of the page is fetched that an update has taken away. */
export const OUTDATED = 'This page was opened before Tarvex was updated, and a part of it is gone. Nothing is lost: load the page anew.';

/** A part of the page that is fetched when it is needed, and is no longer there after an update; each browser says it in its own words. */
export const isOutdated = (error: unknown): boolean =>
  error instanceof Error && /dynamically imported module|Importing a module script failed|error loading dynamically/i.test(error.message);
