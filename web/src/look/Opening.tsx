import { Dropdown, type DropdownProps, type MenuProps } from "antd";
import { useState } from "react";

type Item = NonNullable<MenuProps["items"]>[number];

let keys = false;
window.addEventListener("keydown", () => (keys = true), true);
window.addEventListener("pointerdown", () => (keys = false), true);

/** Done once the key is over: what it opens has the focus at once, and Enter would press what stands there. */
function afterKey(item: Item): Item {
  if (!item || !("onClick" in item) || !item.onClick) return item;
  const { onClick } = item;
  return { ...item, onClick: (told) => (keys ? setTimeout(() => onClick(told)) : onClick(told)) } as Item;
}

/** A menu that opens with a press. Opened by keys it has the focus at once: arrows go through it. */
export function Opening(
  props: Omit<DropdownProps, "trigger" | "autoFocus" | "onOpenChange" | "menu"> & { menu: MenuProps },
) {
  const [byKeys, setByKeys] = useState(false);
  return (
    <Dropdown
      {...props}
      menu={{ ...props.menu, items: props.menu.items?.map(afterKey) ?? [] }}
      trigger={["click"]}
      autoFocus={byKeys}
      onOpenChange={() => setByKeys(keys)}
    />
  );
}
