import { CloseButton, Modal } from "@mantine/core";
import type { ReactNode } from "react";

interface Props {
  title: string;
  opened: boolean;
  /** Left out where a decision has to be made first. */
  onClose?: () => void;
  size?: "md" | "lg" | 1040;
  /** It may be read, and nothing in it changed. */
  readOnly?: boolean;
  children: ReactNode;
}

/** A dialog over the page: the focus stays in it, Escape closes it where it may be closed. */
export function Dialog({ title, opened, onClose, size = "md", readOnly = false, children }: Props) {
  return (
    <Modal.Root opened={opened} onClose={onClose ?? (() => {})} size={size} closeOnEscape={Boolean(onClose)}>
      <Modal.Overlay />
      <Modal.Content>
        <Modal.Body>
          <div className="dialog-title">
            <Modal.Title>{title}</Modal.Title>
            {onClose ? <CloseButton aria-label="Close" onClick={onClose} /> : null}
          </div>
          {readOnly ? (
            <fieldset disabled className="bare">
              {children}
            </fieldset>
          ) : (
            children
          )}
        </Modal.Body>
      </Modal.Content>
    </Modal.Root>
  );
}
