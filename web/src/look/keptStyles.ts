import { createCache } from "@ant-design/cssinjs";

/**
 * The styles of components, which stay once they are there.
 *
 * Otherwise those of a kind are made anew, and all of the page is styled again, whenever the first of that kind comes after the
 * last has gone, as with each change of screens. An entry is counted by who uses it and dropped with the last: here each has
 * one user more, who never leaves.
 */
export const keptStyles = createCache();

const update = keptStyles.opUpdate.bind(keptStyles);

keptStyles.opUpdate = (path, next) =>
  update(path, (was) => {
    const is = next(was);
    if (was || !is) return is;
    const [users, made] = is as [number, unknown];
    return [users + 1, made];
  });
