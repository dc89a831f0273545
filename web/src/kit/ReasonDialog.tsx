import { Button } from "antd";
import { type ReactNode, useState } from "react";
import { Field } from "./Field";
import { FormLine } from "./FormLine";
import { useRefused } from "./useRefused";
import { Dialog } from "./Dialog";

type Props = {
  title: string;
  /** What will come of it. */
  about: string;
  act: string;
  placeholder: string;
  /** What else is asked, above the reason. */
  children?: ReactNode;
  onAct: (reason: string) => Promise<unknown>;
  onClose: () => void;
};

/** Asks why before something is ended. */
export function ReasonDialog({ title, about, act, placeholder, children, onAct, onClose }: Props) {
  const [reason, setReason] = useState("");
  const refused = useRefused();
  return (
    <Dialog title={title} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim() === "") return refused.say("reason", "A reason is missing. Say why in a few words.");
          onAct(reason.trim()).then(onClose, refused.take);
        }}
      >
        <p>{about}</p>
        {children}
        <FormLine label="Why?" error={refused.of("reason") || refused.beside("reason")}>
          <Field
            autoFocus
            value={reason}
            placeholder={placeholder}
            aria-invalid={refused.of("reason") !== ""}
            onChange={(event) => {
              setReason(event.target.value);
              refused.clear();
            }}
          />
        </FormLine>
        <div className="button-row">
          <Button type="primary" htmlType="submit">
            {act}
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </Dialog>
  );
}
