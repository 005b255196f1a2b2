// The walls of the house. Imports go one way: web, server, cli → formats → core; inside core upward only.
const COMPUTED = '(intake|signal|speakers|power|routing|harness|mounting|build)';
module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'core-imports-core-only',
      severity: 'error',
      from: { path: '^core/' },
      to: {
        pathNot: ['^core/', '^node_modules/(valibot|@noble/hashes|svgpath|d3-polygon|@types/d3-polygon|clipper2-ts)/'],
      },
    },
    {
      name: 'ground-floor',
      severity: 'error',
      from: { path: '^core/(text|units|tables|findings|plane)/' },
      to: { path: '^core/', pathNot: '^core/(text|units|tables|findings|plane)/' },
    },
    {
      name: 'documents-know-no-job',
      comment: 'the engine that edits a job edits patterns and shelf items alike',
      severity: 'error',
      from: { path: '^core/document/' },
      to: { path: '^core/', pathNot: '^core/(text|units|tables|findings|plane|document)/' },
    },
    {
      name: 'described-below-computed',
      severity: 'error',
      from: { path: '^core/(gear|craft|job)/' },
      to: { path: [`^core/${COMPUTED}/`, '^core/((connections|panels)/|[a-z-]+\\.ts)'] },
    },
    {
      name: 'connections-below-computed',
      severity: 'error',
      from: { path: '^core/(connections|panels)/' },
      to: { path: [`^core/${COMPUTED}/`, '^core/[a-z-]+\\.ts'] },
    },
    {
      name: 'chapters-apart',
      comment: 'a computed chapter sees no other; plan.ts hands results from one to the next',
      severity: 'error',
      from: { path: `^core/${COMPUTED}/` },
      to: { path: `^core/(${COMPUTED}/|[a-z-]+\\.ts)`, pathNot: '^core/$1/' },
    },
    {
      name: 'chapters-by-their-door',
      comment: 'from outside, a computed chapter is entered by its index',
      severity: 'error',
      from: { pathNot: `^core/${COMPUTED}/` },
      to: { path: `^core/${COMPUTED}/`, pathNot: '/index\\.ts$' },
    },
    {
      name: 'formats-on-core',
      severity: 'error',
      from: { path: '^formats/' },
      to: { path: '^(web|server|cli|demo)/' },
    },
    { name: 'web-apart', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|cli|demo)/' } },
    { name: 'server-apart', severity: 'error', from: { path: '^server/' }, to: { path: '^(web|cli)/' } },
    { name: 'cli-apart', severity: 'error', from: { path: '^cli/' }, to: { path: '^(web|server)/' } },
    { name: 'nothing-unresolved', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: ['^dist/', '\\.test\\.ts$'] },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.walls.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.js', '.mjs', '.vue', '.json'],
    },
  },
};
