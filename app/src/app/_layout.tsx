import '../../global.css';
import { Slot } from 'expo-router';
import { Providers } from '@/features/frame/Providers';
import { Shell } from '@/features/frame/Shell';

export default function Layout() {
  return (
    <Providers>
      <Shell>
        <Slot />
      </Shell>
    </Providers>
  );
}
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
