import { Modal, type ModalProps } from "antd";
import { type ReactNode, useInsertionEffect } from "react";

type Props = { open?: boolean; title: string; onClose: () => void; width?: number; children: ReactNode } & Pick<
  ModalProps,
  "className"
>;

/** A dialog without a foot. What opened it has the focus again as soon as it begins to close, not after: whoever types on at once is not interrupted. */
export function Dialog({ open = true, onClose, ...rest }: Props) {
  // Before anything in it takes the focus.
  useInsertionEffect(() => {
    if (!open) return;
    const opener = document.activeElement;
    return () => {
      const at = document.activeElement;
      if (opener instanceof HTMLElement && (at === document.body || at?.closest("[role=dialog]"))) opener.focus();
    };
  }, [open]);
  return (
    <Modal
      {...rest}
      open={open}
      onCancel={onClose}
      footer={null}
      destroyOnHidden
      focusable={{ focusTriggerAfterClose: false }}
    />
  );
}
