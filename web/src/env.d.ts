/** Where Pyodide's files are served from. */
declare const __PYODIDE__: string;
