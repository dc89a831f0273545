import { Modal, type ModalProps } from "antd";
import { type ReactNode, useEffect, useInsertionEffect, useState } from "react";

type Props = { open?: boolean; title: string; onClose: () => void; width?: number; children: ReactNode } & Pick<
  ModalProps,
  "className"
>;

/** A dialog without a foot. What opened it has the focus again as soon as it begins to close, not after: whoever types on at once is not interrupted. */
export function Dialog({ open = true, onClose, children, ...rest }: Props) {
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
    >
      <Standing>{children}</Standing>
    </Modal>
  );
}

/** Shown once what it is in stands in the page: before, without a movement to wait for, no field in it could take the focus. */
function Standing({ children }: { children: ReactNode }) {
  const [stands, setStands] = useState(false);
  useEffect(() => setStands(true), []);
  return stands && children;
}
