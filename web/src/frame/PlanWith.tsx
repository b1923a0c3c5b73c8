import { Button } from "antd";
import { useNavigate } from "react-router";
import { useMadeTogether } from "./made";

/** Begins a plan with the thing at hand, or with all that was made together with it. */
export function PlanWith(props: { clientId: string; what: "audience" | "creative"; id: string }) {
  const navigate = useNavigate();
  const together = useMadeTogether();
  const several = together.length > 0;
  const ids = several ? together.join(",") : props.id;
  return (
    <Button
      type={several ? "primary" : "default"}
      onClick={() => void navigate(`/c/${props.clientId}/plan?${props.what}=${ids}`)}
    >
      {several ? `Plan with all ${together.length}…` : "Plan with it…"}
    </Button>
  );
}
