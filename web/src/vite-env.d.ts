/// <reference types="vite/client" />

/** What this page was built from; not there where it is not built. */
declare const __BUILD__: string | undefined;
