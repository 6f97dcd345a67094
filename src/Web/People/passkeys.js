// Passkeys: the browser makes and shows them, the server says what it wants and checks what comes. Without them everything works by password.
const token = () => document.querySelector('input[name=__RequestVerificationToken]').value;

const wish = async (path) => {
  const answer = await fetch(path, { method: 'POST', headers: { 'X-Form-Token': token() } });
  if (!answer.ok) throw new Error(`The server answered ${answer.status}.`);
  return answer.json();
};

const send = (form, credential) => {
  form.elements.credential.value = JSON.stringify(credential.toJSON());
  form.requestSubmit();
};

const say = (id, error) => {
  // Who closes the browser's question wanted to.
  if (error.name === 'NotAllowedError' || error.name === 'AbortError') return;
  document.getElementById(id).textContent =
    error.name === 'InvalidStateError' ? 'This device has a passkey for the account already.' : `That did not work. ${error.message}`;
};

const able = window.PublicKeyCredential?.parseRequestOptionsFromJSON !== undefined;

const enter = document.getElementById('passkey-in');
if (enter && able) {
  enter.hidden = false;
  enter.addEventListener('click', async () => {
    try {
      const publicKey = PublicKeyCredential.parseRequestOptionsFromJSON(await wish('/signin?handler=PasskeyWish'));
      send(document.getElementById('passkey-form'), await navigator.credentials.get({ publicKey }));
    } catch (error) {
      say('wrong', error);
    }
  });
}

const add = document.getElementById('passkey-add');
if (add && able) {
  add.hidden = false;
  add.addEventListener('click', async () => {
    try {
      const publicKey = PublicKeyCredential.parseCreationOptionsFromJSON(await wish('/account?handler=PasskeyWish'));
      send(document.getElementById('passkey-form'), await navigator.credentials.create({ publicKey }));
    } catch (error) {
      say('passkey-wrong', error);
    }
  });
}
