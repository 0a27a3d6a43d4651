// Everything a maker owns is in the browser, so pages are made there; the server serves files and the routes for scripts.
export const ssr = false;
