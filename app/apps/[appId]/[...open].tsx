/** What is open in an app is shown by its layout, which stays while one thing after another is opened. */
export default function Opened() {
  return null;
}
