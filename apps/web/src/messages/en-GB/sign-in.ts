/** British and Irish English: words of signing in, invitations, passwords. */
export const signIn = {
  'second.wrong': 'This code does not match. Wait for the next one, and check that the clock of your phone is right.',
  'passkey.use': 'Sign in with a passkey',
  'passkey.failed': 'The passkey was not used. Try again, or sign in with your password.',
  'passkey.no-holder':
    'The passkey did not check who you are. Set up a fingerprint, face or screen lock on the device, or sign in with your password.',
  'passkey.not-fresh': 'You signed in more than a day ago. Sign out and in again, then add the passkey.',
  'auth.failed': 'That did not work. Nothing was changed. Try again.',
  'sign-in.title': 'Sign in',
  'sign-in.email': 'Email',
  'sign-in.password': 'Password',
  'sign-in.go': 'Sign in',
  'sign-in.busy': 'Signing in…',
  'sign-in.wrong': 'Email and password do not match. Check both and try again.',
  'sign-in.no-firm': 'This account no longer belongs to a firm. Ask your lead technician for an invitation.',
  'sign-in.too-many': 'Too many attempts. Wait a minute, then try again.',
  'sign-in.bad-address': 'Not an email address. Type it like name@firm.example.',
  'sign-in.no-password': 'Type your password.',
  'sign-in.demo': 'Try the demo',
  'sign-in.demo-why':
    'One click signs you in. All people and places are made up. This list appears only on the machine that runs the demo.',
  'sign-in.demo-passcode': 'Licensed people confirm work with passcode {{passcode}}.',
} as const
