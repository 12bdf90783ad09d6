/**
 * Whether the compiler takes a change of the core. One language service for all of them, and of a change only the file it is
 * in is checked: what it breaks in files that import it counts as a change that tests should notice.
 */
import { readFileSync } from 'node:fs';
import { dirname } from 'node:path';
import ts from 'typescript';

/** @param config path of the tsconfig.json @returns `(fileName, start, end, replacement)` → true where it compiles */
export function compilerOf(config) {
  const { fileNames, options } = ts.parseJsonConfigFileContent(
    ts.readConfigFile(config, ts.sys.readFile).config,
    ts.sys,
    dirname(config),
  );
  const changed = new Map();
  let version = 0;
  const service = ts.createLanguageService({
    // a change may well leave a name unused
    getCompilationSettings: () => ({ ...options, noUnusedLocals: false, noUnusedParameters: false }),
    getScriptFileNames: () => fileNames,
    getScriptVersion: (name) => String(changed.get(name)?.version ?? 0),
    getScriptSnapshot: (name) => {
      const text = changed.get(name)?.text ?? ts.sys.readFile(name);
      return text === undefined ? undefined : ts.ScriptSnapshot.fromString(text);
    },
    getCurrentDirectory: () => dirname(config),
    getDefaultLibFileName: ts.getDefaultLibFilePath,
    fileExists: ts.sys.fileExists,
    readFile: ts.sys.readFile,
    directoryExists: ts.sys.directoryExists,
    getDirectories: ts.sys.getDirectories,
  });
  const offset = (text, { line, column }) => {
    let at = 0;
    for (let i = 0; i < line; i++) at = text.indexOf('\n', at) + 1;
    return at + column;
  };
  return (fileName, { start, end }, replacement) => {
    const text = readFileSync(fileName, 'utf8');
    const put = (whole) => changed.set(fileName, { text: whole, version: ++version });
    put(text.slice(0, offset(text, start)) + replacement + text.slice(offset(text, end)));
    const refused =
      service.getSyntacticDiagnostics(fileName).length > 0 ||
      service.getSemanticDiagnostics(fileName).length > 0;
    put(text);
    return !refused;
  };
}
