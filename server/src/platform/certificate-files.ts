/** File names in the folder of certificates: the launcher makes what is in them, the application serves with it. */
export const CERTIFICATE_FILES = {
  authority: 'authority.pem',
  authorityKey: 'authority.key.pem',
  certificate: 'shop.pem',
  key: 'shop.key.pem',
} as const;
