/** Where Pyodide's files are served from. */
declare const __BUILD__: string;
declare const __PYODIDE__: string;
/** Where the memory of a Python with the core imported is served from; empty: nowhere. */
declare const __SNAPSHOT__: string;
