/** What has a menu, a list, a calendar or a note open. */
const OPEN =
  ".ant-select-open, .ant-dropdown-open, .ant-popover-open, .ant-tooltip-open, .ant-picker-focused, .ant-color-picker-trigger-active";

/**
 * Keeps what is open beside what opened it. Menus are put in their place when they open, when the window changes and when something is
 * scrolled; but an answer of the server that comes in meanwhile moves the field away from its menu, or under it, where nobody can press
 * it. So as long as something is open, it is looked at each frame, and when it has moved, menus are told as of a window that changed.
 *
 * @returns what ends it
 */
export function following(): () => void {
  let seen: string | undefined;
  let frame = 0;
  const look = () => {
    const open = [...document.querySelectorAll(OPEN)];
    const now = open.map(where).join();
    if (open.length > 0 && seen !== undefined && now !== seen) window.dispatchEvent(new Event("resize"));
    seen = open.length > 0 ? now : undefined;
    frame = open.length > 0 ? requestAnimationFrame(look) : 0;
  };
  const changes = new MutationObserver(() => {
    if (frame === 0 && document.querySelector(OPEN)) frame = requestAnimationFrame(look);
  });
  changes.observe(document.body, {
    subtree: true,
    childList: true,
    attributes: true,
    attributeFilter: ["class"],
  });
  return () => {
    changes.disconnect();
    cancelAnimationFrame(frame);
  };
}

function where(element: Element): string {
  const { left, top, width, height } = element.getBoundingClientRect();
  return `${left} ${top} ${width} ${height}`;
}
