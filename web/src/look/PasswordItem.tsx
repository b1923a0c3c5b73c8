import { Form, Input } from "antd";
import { useHouse } from "../api/session";

/** A field for a password that is being chosen; the server also knows which are guessed first. */
export function PasswordItem(props: { label?: string; autoFocus?: boolean }) {
  const { label = "Password" } = props;
  const shortest = useHouse()?.shortestPassword ?? 0;
  return (
    <Form.Item
      name="password"
      label={label}
      extra={`At least ${shortest} signs: a few words that only you would put together.`}
      rules={[
        { required: true, message: "Choose a password." },
        {
          validator: (_, typed: string | undefined) =>
            !typed || [...typed].length >= shortest
              ? Promise.resolve()
              : Promise.reject(new Error(`${[...typed].length} of at least ${shortest} signs so far.`)),
        },
      ]}
    >
      <Input.Password autoComplete="new-password" size="large" autoFocus={!!props.autoFocus} />
    </Form.Item>
  );
}
