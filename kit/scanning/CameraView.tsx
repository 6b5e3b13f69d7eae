export interface CameraViewProps {
  /** Each code that comes into sight; the same again only after it was gone for a while. */
  onCode(code: string): void;
  onProblem(words: string): void;
}

/** Whether there may be a camera whose picture can be looked at. */
export const hasCamera = (): boolean => false;

/** A phone's camera is for the app that is exported; in a browser there is one. */
export function CameraView(props: CameraViewProps): null {
  void props;
  return null;
}
