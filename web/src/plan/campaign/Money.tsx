import { Form, type FormInstance, Input, type InputRef, Segmented } from "antd";
import dayjs from "dayjs";
import { useEffect, useRef } from "react";
import type { Schemas } from "../../api/client";
import { plural, typedMoney } from "../../look/format";
import { BASIS_WORDS, type Campaign } from "../model";
import { converted, type Facts } from "./facts";

interface MoneyOf {
  form: FormInstance<Facts>;
  account: Schemas["AccountView"];
}

/** How money is given; another way of it is filled in so that the same is spent. */
export function MoneyWay(
  props: MoneyOf & { spending: Schemas["SpendingRule"]; campaign: Campaign | undefined },
) {
  const { form, account, spending, campaign } = props;
  const { basis, shared, days } = useMoneyOf(form);
  const refill = (to: { basis: Facts["basis"]; shared: boolean }) => {
    if (!campaign) return;
    const sum = to.basis === "LIFETIME" ? campaign.flightMinor : campaign.dailyMinor;
    const each = converted(campaign.moneyPerRowMinor, campaign.basis, to.basis, days);
    form.setFieldValue("money", typedMoney(to.shared ? sum : each, account.currency));
  };
  return (
    <div className="campaign-money">
      {(spending.lifetime || basis === "LIFETIME") && (
        <Form.Item name="basis" label="Money is given">
          <Segmented
            options={[
              { value: "DAILY", label: BASIS_WORDS.DAILY },
              { value: "LIFETIME", label: BASIS_WORDS.LIFETIME },
            ]}
            onChange={(to) => refill({ basis: to as Facts["basis"], shared })}
          />
        </Form.Item>
      )}
      {(spending.levels.includes("CAMPAIGN") || shared) && (
        <Form.Item name="shared" label="to">
          <Segmented
            options={[
              { value: false, label: "each row" },
              { value: true, label: "all rows together" },
            ]}
            onChange={(to) => refill({ basis, shared: to as boolean })}
          />
        </Form.Item>
      )}
    </div>
  );
}

function useMoneyOf(form: FormInstance<Facts>) {
  const start = Form.useWatch("start", form);
  const lastDay = Form.useWatch("lastDay", form);
  return {
    basis: Form.useWatch("basis", { form, preserve: true }) ?? "DAILY",
    shared: Form.useWatch("shared", { form, preserve: true }) ?? false,
    days: start && lastDay ? dayjs(lastDay).diff(dayjs(start), "day") + 1 : 1,
  };
}

/** How much, of what. */
export function MoneySum({
  form,
  account,
  focus,
  told,
  onEnter,
}: MoneyOf & {
  focus: boolean;
  /** Whether what it means is said below it. */
  told: boolean;
  onEnter?: () => void;
}) {
  const { basis, shared, days } = useMoneyOf(form);
  const sum = useRef<InputRef>(null);
  useEffect(() => {
    if (!focus) return undefined;
    // A drawer that is still opening takes the focus to itself.
    const later = requestAnimationFrame(() => sum.current?.focus());
    return () => cancelAnimationFrame(later);
  }, [focus]);
  const when = basis === "LIFETIME" ? `for the ${plural(days, "day")}` : BASIS_WORDS.DAILY;
  return (
    <Form.Item
      name="money"
      label={`${shared ? "All rows together" : "Each new row"}, ${when}, ${account.currency}`}
      extra={
        told &&
        (shared
          ? `${account.networkName} gives it to the rows as it finds best`
          : "A new row starts with this; each can be changed on the sheet")
      }
    >
      <Input
        ref={sum}
        autoFocus={focus}
        onFocus={(e) => e.target.select()}
        style={{ width: told ? 140 : "100%" }}
        {...(onEnter ? { onPressEnter: onEnter } : {})}
      />
    </Form.Item>
  );
}
