/** As much of the graph of modules as decides where one goes. */
type Graph = {
  getModuleIds: () => IterableIterator<string>;
  getModuleInfo: (id: string) => {
    isEntry: boolean;
    importedIds: readonly string[];
    dynamicallyImportedIds: readonly string[];
  } | null;
};

/** What nearly every page needs, what pages that know builds need, and what a sheet alone needs: so many pages reach it. */
const EVERY_PAGE = 12;
const SEVERAL_PAGES = 3;
/** What is drawn with on so many leaves. */
const SEVERAL_LEAVES = 6;

/** Grouped by themselves as well as can be: code that is fetched as a whole, and packages of which most pages take little. */
const LEFT_ALONE = /react-dom|scheduler|date-fns|use-gesture|zod|recharts|three|d3-|core\/format\//;

function reachedFrom(id: string, { getModuleInfo }: Graph): Set<string> {
  const reached = new Set<string>();
  const left = [id];
  for (let one = left.pop(); one !== undefined; one = left.pop()) {
    if (reached.has(one)) continue;
    reached.add(one);
    left.push(...(getModuleInfo(one)?.importedIds ?? []));
  }
  return reached;
}

function groupsOf(graph: Graph): Map<string, string> {
  const ids = [...graph.getModuleIds()];
  const entries = ids.filter((id) => graph.getModuleInfo(id)?.isEntry);
  const pages = entries.map((id) => reachedFrom(id, graph));
  const sheet = pages[entries.findIndex((id) => /web\/app\/sheet\/Sheet/.test(id))];
  // What waits for a leaf before it draws: nothing that a leaf needs may be part of it.
  const waits = ids.find((id) => id.endsWith('web/app/sheet/Sheet.tsx'));
  const list = ids.find((id) => id.endsWith('web/app/sheet/leaves.ts'));
  if (!sheet || !list) return new Map();
  const leaves = (graph.getModuleInfo(list)?.dynamicallyImportedIds ?? []).map((id) =>
    reachedFrom(id, graph),
  );
  const count = (of: readonly Set<string>[], id: string): number => of.filter((one) => one.has(id)).length;
  const groups = new Map<string, string>();
  for (const id of ids) {
    if (LEFT_ALONE.test(id) || entries.includes(id) || id === waits) continue;
    const times = count(pages, id);
    if (sheet.has(id))
      groups.set(id, times >= EVERY_PAGE ? 'page' : times >= SEVERAL_PAGES ? 'build' : 'sheet');
    else if (count(leaves, id) >= SEVERAL_LEAVES) groups.set(id, 'leaf');
  }
  return groups;
}

const known = new WeakMap<Graph, Map<string, string>>();

/**
 * Which piece of code a module is part of, by who needs it: a hundred small ones that a sheet fetches one by one are squeezed to
 * a quarter more than the same in a few. Undefined where the bundler decides.
 */
export function chunkOf(id: string, graph: Graph): string | undefined {
  let groups = known.get(graph);
  if (!groups) known.set(graph, (groups = groupsOf(graph)));
  return groups.get(id);
}
