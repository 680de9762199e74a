// A part of a page is exchanged for a fresh one while somebody may be typing in it. The caret stays where it is; a field that was typed in
// since it was sent goes over as it stands.
const typable = 'input:not([type]), input[type=text], input[type=search]';

/**
 * Returns the field that is typed in from here on, nothing where none is.
 * @param part what is exchanged
 * @param fresh what takes its place
 * @param sent what the fresh part was made of, nothing where a field that is typed in always goes over
 * @param known what a field is known by in either part
 */
export function exchange(part, fresh, sent = null, known = field => field.name) {
  const typed = /** @type {any} */ (document.activeElement);
  const isTyped = part.contains(typed) && typed.matches(typable);
  const namesake = isTyped && [...fresh.querySelectorAll(typable)].find(field => known(field) === known(typed));
  if (!namesake) {
    part.replaceWith(fresh);
    return null;
  }
  const { selectionStart, selectionEnd } = typed;
  const isSent = sent?.get(typed.name) === typed.value;
  if (!isSent) {
    typed.name = namesake.name;
    namesake.replaceWith(typed);
  }
  part.replaceWith(fresh);
  const field = isSent ? namesake : typed;
  field.focus({ preventScroll: true });
  field.setSelectionRange(selectionStart, selectionEnd);
  return field;
}
