/** A PNG of 6 x 3 dots, all of one colour. */
export const PNG_6_BY_3 =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAYAAAADCAYAAACwAX77AAAAEklEQVR4nGOUqan4z4AFkC4BACJSBjEKHvR/AAAAAElFTkSuQmCC';
