import { Input, type InputProps, type InputRef } from "antd";
import type { TextAreaProps } from "antd/es/input";
import type { Ref } from "react";

/** One line of text or a number; marked where it was refused. */
export function Field({ className = "", ...rest }: InputProps & { ref?: Ref<InputRef> }) {
  return <Input {...rest} status={rest["aria-invalid"] ? "error" : ""} className={`field ${className}`} />;
}

/** Several lines of text. */
export function Area({ className = "", ...rest }: TextAreaProps) {
  return <Input.TextArea {...rest} className={`field ${className}`} />;
}
