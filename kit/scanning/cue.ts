import type { AudioPlayer } from 'expo-audio';
import { File, Paths } from 'expo-file-system';
import { NotificationFeedbackType, notificationAsync } from 'expo-haptics';
import type { Cue, Kit } from '../base/context';
import { tones, wavOf } from './tones';

const shakes: Record<Cue, NotificationFeedbackType> = {
  found: NotificationFeedbackType.Success,
  several: NotificationFeedbackType.Warning,
  none: NotificationFeedbackType.Error,
};

const players = new Map<Cue, Promise<AudioPlayer>>();

/** A player takes files: the sound is written once. What plays it is loaded with the first one. */
async function makePlayer(kind: Cue): Promise<AudioPlayer> {
  const file = new File(Paths.cache, `${kind}.wav`);
  file.create({ overwrite: true });
  file.write(wavOf(tones[kind]));
  const { createAudioPlayer } = await import('expo-audio');
  return createAudioPlayer({ uri: file.uri });
}

async function play(kind: Cue): Promise<void> {
  const player = players.get(kind) ?? makePlayer(kind);
  players.set(kind, player);
  await (await player).seekTo(0);
  (await player).play();
}

/** Makes ready for sound; a phone takes no time for that. */
export const warmCues = (): (() => void) => () => undefined;

/** Sounds and shakes; a phone that can do neither stays still, and the scan stands. */
export const cue: Kit['cue'] = (kind, { sound, vibration }) => {
  if (vibration) void notificationAsync(shakes[kind]).catch(() => undefined);
  if (sound) void play(kind).catch(() => undefined);
};
