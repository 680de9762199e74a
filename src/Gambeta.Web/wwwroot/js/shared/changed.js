// A field can be filled in before its module has come. Nobody told the module, so whoever listens to a field also looks at it once at the
// start.

/** Whether a field says something else than the page that brought it. */
export function isChanged(field) {
  if (field.matches('select'))
    return (
      field.selectedIndex !==
      Math.max(
        0,
        [...field.options].findIndex(option => option.defaultSelected),
      )
    );
  if (field.matches('[type=checkbox], [type=radio]')) return field.checked !== field.defaultChecked;
  return field.value !== field.defaultValue;
}
