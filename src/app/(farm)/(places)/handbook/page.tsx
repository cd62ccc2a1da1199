import { handbookPage } from '@/server/house/handbook';
import styles from '@/ui/bench/Handbook.module.css';

export const metadata = { title: 'Handbook' };

/** What the application knows of butter, and from where. */
export default async function Page() {
  const html = await handbookPage();
  return <article className={styles.handbook} dangerouslySetInnerHTML={{ __html: html }} />;
}
