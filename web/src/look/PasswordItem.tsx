import { Form, Input } from "antd";

/** As the server wants it; it also knows which are guessed first. */
export const SHORTEST_PASSWORD = 15;

/** A field for a password that is being chosen. */
export function PasswordItem(props: { label?: string; autoFocus?: boolean }) {
  const { label = "Password" } = props;
  return (
    <Form.Item
      name="password"
      label={label}
      extra={`At least ${SHORTEST_PASSWORD} signs: a few words that only you would put together.`}
      rules={[
        { required: true, message: "Choose a password." },
        {
          validator: (_, typed: string | undefined) =>
            !typed || [...typed].length >= SHORTEST_PASSWORD
              ? Promise.resolve()
              : Promise.reject(
                  new Error(`${[...typed].length} of at least ${SHORTEST_PASSWORD} signs so far.`),
                ),
        },
      ]}
    >
      <Input.Password autoComplete="new-password" size="large" autoFocus={!!props.autoFocus} />
    </Form.Item>
  );
}
