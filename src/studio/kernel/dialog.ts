/** A dialog that can be asked: what it is asked with, and what it answers. The shell shows what is registered for it. */
export interface DialogToken<Asked, Answer> {
  readonly name: string
  /** Only types: keeps tokens of other questions apart. */
  readonly asks?: (asked: Asked) => Answer
}

export const defineDialog = <Asked = void, Answer = void>(name: string): DialogToken<Asked, Answer> => ({ name })

/** What the component of a dialog is given. */
export interface DialogProps<Asked, Answer> {
  readonly asked: Asked
  /** Closes it. Null where it was left without an answer. */
  answer(answer: Answer | null): void
}
