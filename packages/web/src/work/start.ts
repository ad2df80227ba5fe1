declare const __BUILD__: string;
/** A file of its own in the built pages; the development server gives the source. */
export const entry = (name: string): string => (import.meta.env.DEV ? `/src/work/${name}.ts` : `/assets/${name}.js?${__BUILD__}`);
export const checkWorker = (): Worker => new Worker(entry('check.worker'), { type: 'module' });

/** Where a joint is opened, its checks load beside the page: this small file runs while the page's own code is still on its way. */
export const early = /\/joints\//.test(location.pathname) ? checkWorker() : null;
