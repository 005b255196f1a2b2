import swc from '@swc/jest';

/**
 * Jest runs each test file in a context of its own, where whatever is global is asked of the context at every use: a
 * computation takes three times as long there. Bound at the head of a module it is as quick as anywhere.
 */
const GLOBALS = [
  'Math',
  'Object',
  'Number',
  'Array',
  'String',
  'Map',
  'Set',
  'WeakMap',
  'JSON',
  'Infinity',
  'NaN',
  'Float64Array',
  'Int32Array',
  'Uint8Array',
  'Error',
];
/** What a module uses of them, unless it calls something of its own so. */
function bound({ code, ...rest }) {
  const own = (name) => new RegExp(`\\b(?:import|class|function|const|let) ${name}\\b`).test(code);
  const used = GLOBALS.filter((name) => new RegExp(`\\b${name}\\b`).test(code) && !own(name));
  return { ...rest, code: used.length ? `const { ${used.join(', ')} } = globalThis; ${code}` : code };
}

export default {
  createTransformer(options) {
    const transformer = swc.createTransformer(options);
    return {
      ...transformer,
      getCacheKey: (...args) => `${bound.toString()}${GLOBALS.join()}${transformer.getCacheKey(...args)}`,
      process: (...args) => bound(transformer.process(...args)),
      processAsync: async (...args) => bound(await transformer.processAsync(...args)),
    };
  },
};
