import Star from 'lucide-react-native/icons/star';
import StarHalf from 'lucide-react-native/icons/star-half';
import { Platform, View } from 'react-native';

interface StarsProps {
  value: number;
  most: number;
  size: number;
  color: string;
  /** The ink of the stars that are not given. */
  blank: string;
}

/** In the line of a text; browsers would give each star one of its own. */
const inLine = (Platform.OS === 'web' ? { display: 'inline-flex', verticalAlign: '-2px' } : {}) as object;
const over = { position: 'absolute', left: 0, top: 0 } as const;

/** So many stars of so many, to the half. For those who see them: what they say is said beside them. */
export const Stars = ({ value, most, size, color, blank }: StarsProps) =>
  Array.from({ length: most }, (_, at) => {
    const part = value - at;
    return (
      <View key={at} style={[{ width: size, height: size }, inLine]} aria-hidden>
        {part >= 1 ? <Star size={size} color={color} fill={color} /> : <Star size={size} color={blank} />}
        {part > 0 && part < 1 ? <StarHalf size={size} color={color} fill={color} style={over} /> : null}
      </View>
    );
  });
