type Tree = { [key: string]: unknown };

/** Puts a value into a tree under a path such as `front.springMm`; what is not there yet on the way is made. */
export function putDotted(tree: Tree, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = keys.pop() ?? '';
  let at = tree;
  for (const key of keys) at = (at[key] ??= {}) as Tree;
  at[last] = value;
}
