// Before the first paint, so that a dark room stays dark: the stored choice, else the device's.
try {
  var choice = localStorage.getItem('jolt-theme');
  var dark = choice === 'dark' || (choice !== 'light' && matchMedia('(prefers-color-scheme: dark)').matches);
  document.documentElement.dataset.theme = dark ? 'dark' : 'light';
} catch {
  document.documentElement.dataset.theme = 'light';
}
